import { PartsPage } from "~app/features/parts/table/PartsPage";
import { useProject } from "~app/shared/scene";

export default function PartsRoute() {
  return <PartsPage project={useProject()} />;
}
