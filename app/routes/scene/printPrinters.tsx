import { PrintersPage } from "~app/features/print/scene/PrintersPage";

export default function PrintPrintersRoute() {
  return <PrintersPage />;
}
