import { ChangePage } from "~app/features/scale/ChangePage";
import { useProject } from "~app/shared/scene";

export default function ChangeRoute() {
  return <ChangePage project={useProject()} />;
}
