import { PrintsPage } from "~app/features/print/scene/PrintsPage";

export default function PrintPrintsRoute() {
  return <PrintsPage />;
}
