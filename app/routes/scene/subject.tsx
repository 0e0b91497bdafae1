import { SubjectPage } from "~app/features/scale/subject/SubjectPage";

export default function SubjectRoute() {
  return <SubjectPage />;
}
