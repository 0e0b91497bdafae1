import { PartPage } from "~app/features/parts/PartPage";
import { usePart } from "./part";

export default function PartSheetRoute() {
  const { part, project } = usePart();
  return <PartPage part={part} project={project} />;
}
