import { PlatesPage } from "~app/features/print/scene/PlatesPage";

export default function PrintPlatesRoute() {
  return <PlatesPage />;
}
