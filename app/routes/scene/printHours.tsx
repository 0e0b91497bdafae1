import { HoursPage } from "~app/features/print/part/HoursPage";
import { usePart } from "./part";

export default function PrintHoursRoute() {
  const part = usePart();
  return <HoursPage part={part} />;
}
