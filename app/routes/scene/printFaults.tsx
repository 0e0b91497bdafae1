import { FaultsPage } from "~app/features/print/scene/FaultsPage";
import { useProject } from "~app/shared/scene";

export default function PrintFaultsRoute() {
  return <FaultsPage project={useProject()} />;
}
