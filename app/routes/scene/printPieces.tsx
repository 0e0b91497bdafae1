import { PiecesPage } from "~app/features/print/part/PiecesPage";
import { usePart } from "./part";

export default function PrintPiecesRoute() {
  const part = usePart();
  return <PiecesPage part={part} />;
}
