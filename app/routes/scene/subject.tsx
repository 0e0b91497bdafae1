import { SubjectPage } from "~app/features/subject/SubjectPage";
import { useProject } from "~app/features/frame/scene";

export default function SubjectRoute() {
  return <SubjectPage project={useProject()} />;
}
