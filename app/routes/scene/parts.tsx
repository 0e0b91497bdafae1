import { PartsPage } from "~app/features/parts/PartsPage";
import { useProject } from "~app/features/frame/scene";

export default function PartsRoute() {
  return <PartsPage project={useProject()} />;
}
