import { ReferencesPage } from "~app/features/scale/subject/ReferencesPage";

export default function ReferencesRoute() {
  return <ReferencesPage />;
}
