import { PlatesPage } from "~app/features/print/scene/PlatesPage";
import { useProject } from "~app/shared/scene";

export default function PrintPlatesRoute() {
  return <PlatesPage project={useProject()} />;
}
