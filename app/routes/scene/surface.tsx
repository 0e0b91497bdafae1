import { MapPage } from "~app/features/surface/MapPage";

export default function SurfaceRoute() {
  return <MapPage />;
}
