import { WaysPage } from "~app/features/print/part/WaysPage";
import { usePart } from "./part";

export default function PrintUpRoute() {
  const part = usePart();
  return <WaysPage part={part} />;
}
