import { InsidePage } from "~app/features/print/part/InsidePage";
import { usePart } from "./part";

export default function PrintInsideRoute() {
  const part = usePart();
  return <InsidePage part={part} />;
}
