import { MatPage } from "~app/features/print/scene/MatPage";
import { useProject } from "~app/shared/scene";

export default function PrintMatRoute() {
  return <MatPage project={useProject()} />;
}
