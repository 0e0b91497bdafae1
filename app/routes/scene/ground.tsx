import { GroundPage } from "~app/features/ground/GroundPage";

export default function GroundRoute() {
  return <GroundPage />;
}
