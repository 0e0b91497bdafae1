import { SubjectPage } from "~app/features/scale/subject/SubjectPage";
import { useProject } from "~app/shared/scene";

export default function SubjectRoute() {
  return <SubjectPage project={useProject()} />;
}
