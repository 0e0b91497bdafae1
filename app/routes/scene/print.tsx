import { PrintPage } from "~app/features/print/PrintPage";
import { useProject } from "~app/shared/scene";

export default function PrintRoute() {
  return <PrintPage project={useProject()} />;
}
