import { PartsPage } from "~app/features/parts/table/PartsPage";
import { useProject } from "~app/features/frame/scene";

export default function PartsRoute() {
  return <PartsPage project={useProject()} />;
}
