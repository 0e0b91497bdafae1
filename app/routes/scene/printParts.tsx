import { EveryPartPage } from "~app/features/print/scene/EveryPartPage";
import { useProject } from "~app/shared/scene";

export default function PrintPartsRoute() {
  return <EveryPartPage project={useProject()} />;
}
