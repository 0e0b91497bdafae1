import { MismatchPage } from "~app/features/scale/MismatchPage";
import { useProject } from "~app/shared/scene";

export default function MismatchRoute() {
  return <MismatchPage project={useProject()} />;
}
