import { SeamsPage } from "~app/features/surface/SeamsPage";

export default function SurfaceSeamsRoute() {
  return <SeamsPage />;
}
