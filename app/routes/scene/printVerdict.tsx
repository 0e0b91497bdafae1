import { VerdictPage } from "~app/features/print/part/VerdictPage";
import { usePart } from "./part";

export default function PrintVerdictRoute() {
  const part = usePart();
  return <VerdictPage part={part} />;
}
