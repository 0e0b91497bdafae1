import { PartPage } from "~app/features/parts/PartPage";
import { usePart } from "./part";

export default function PartSheetRoute() {
  const part = usePart();
  return <PartPage part={part} />;
}
