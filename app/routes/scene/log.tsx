import { LogPage } from "~app/features/log/LogPage";
import { useProject } from "~app/shared/scene";

export default function LogRoute() {
  return <LogPage project={useProject()} />;
}
