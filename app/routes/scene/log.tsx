import { LogPage } from "~app/features/log/LogPage";
import { useProject } from "~app/features/frame/scene";

export default function LogRoute() {
  return <LogPage project={useProject()} />;
}
