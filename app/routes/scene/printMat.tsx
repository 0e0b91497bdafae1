import { MatPage } from "~app/features/print/scene/MatPage";

export default function PrintMatRoute() {
  return <MatPage />;
}
