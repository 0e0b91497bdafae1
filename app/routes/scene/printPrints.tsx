import { PrintsPage } from "~app/features/print/scene/PrintsPage";
import { useProject } from "~app/shared/scene";

export default function PrintPrintsRoute() {
  return <PrintsPage project={useProject()} />;
}
