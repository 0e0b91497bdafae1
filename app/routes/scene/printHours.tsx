import { HoursPage } from "~app/features/print/part/HoursPage";
import { usePart } from "./part";

export default function PrintHoursRoute() {
  const { part, project } = usePart();
  return <HoursPage part={part} project={project} />;
}
