import { AssemblePage } from "~app/features/assemble/AssemblePage";
import { useProject } from "~app/shared/scene";

export default function AssembleRoute() {
  return <AssemblePage project={useProject()} />;
}
