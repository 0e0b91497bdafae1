import { LeftPage } from "~app/features/surface/LeftPage";

export default function SurfaceLeftRoute() {
  return <LeftPage />;
}
