import { LampPage } from "~app/features/surface/LampPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceLampRoute() {
  return <LampPage project={useProject()} />;
}
