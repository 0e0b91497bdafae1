import { AssemblePage } from "~app/features/assemble/AssemblePage";

export default function AssembleRoute() {
  return <AssemblePage />;
}
