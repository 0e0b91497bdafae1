import { ReferencesPage } from "~app/features/subject/ReferencesPage";
import { useProject } from "~app/features/frame/scene";

export default function ReferencesRoute() {
  return <ReferencesPage project={useProject()} />;
}
