import { FaultsPage } from "~app/features/print/scene/FaultsPage";

export default function PrintFaultsRoute() {
  return <FaultsPage />;
}
