import { EveryPartPage } from "~app/features/print/scene/EveryPartPage";

export default function PrintPartsRoute() {
  return <EveryPartPage />;
}
