import { MapPage } from "~app/features/surface/MapPage";
import { useProject } from "~app/shared/scene";

export default function SurfaceRoute() {
  return <MapPage project={useProject()} />;
}
