import { LogPage } from "~app/features/log/LogPage";

export default function LogRoute() {
  return <LogPage />;
}
