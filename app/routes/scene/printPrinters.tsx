import { PrintersPage } from "~app/features/print/scene/PrintersPage";
import { useProject } from "~app/shared/scene";

export default function PrintPrintersRoute() {
  return <PrintersPage project={useProject()} />;
}
