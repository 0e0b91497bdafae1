import { QueuePage } from "~app/features/print/scene/QueuePage";

export default function PrintRoute() {
  return <QueuePage />;
}
