import { QueuePage } from "~app/features/print/scene/QueuePage";
import { useProject } from "~app/shared/scene";

export default function PrintRoute() {
  return <QueuePage project={useProject()} />;
}
