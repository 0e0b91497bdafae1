import { ChangePage } from "~app/features/scale/ChangePage";
import { useProject } from "~app/features/frame/scene";

export default function ChangeRoute() {
  return <ChangePage project={useProject()} />;
}
