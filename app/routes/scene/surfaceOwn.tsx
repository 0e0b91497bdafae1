import { OwnPage } from "~app/features/surface/OwnPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceOwnRoute() {
  return <OwnPage project={useProject()} />;
}
