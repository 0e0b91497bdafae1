import { ScalePage } from "~app/features/scale/ScalePage";

export default function ScaleRoute() {
  return <ScalePage />;
}
