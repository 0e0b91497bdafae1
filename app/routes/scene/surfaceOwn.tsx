import { OwnPage } from "~app/features/surface/OwnPage";

export default function SurfaceOwnRoute() {
  return <OwnPage />;
}
