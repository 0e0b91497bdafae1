import { PartScalePage } from "~app/features/parts/ownScale/PartScalePage";
import { usePart } from "./part";

export default function PartScaleRoute() {
  const part = usePart();
  return <PartScalePage part={part} />;
}
