import { PartsPage } from "~app/features/parts/table/PartsPage";

export default function PartsRoute() {
  return <PartsPage />;
}
