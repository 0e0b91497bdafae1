import { ReferencesPage } from "~app/features/scale/subject/ReferencesPage";
import { useProject } from "~app/shared/scene";

export default function ReferencesRoute() {
  return <ReferencesPage project={useProject()} />;
}
