import { RecordPage } from "~app/features/parts/record/RecordPage";
import { usePart } from "./part";

export default function PartRecordRoute() {
  const part = usePart();
  return <RecordPage part={part} />;
}
