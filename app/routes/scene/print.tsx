import { PrintPage } from "~app/features/print/PrintPage";
import { useProject } from "~app/features/frame/scene";

export default function PrintRoute() {
  return <PrintPage project={useProject()} />;
}
