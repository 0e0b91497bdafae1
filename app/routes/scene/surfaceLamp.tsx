import { LampPage } from "~app/features/surface/LampPage";

export default function SurfaceLampRoute() {
  return <LampPage />;
}
