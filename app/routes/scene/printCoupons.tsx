import { CouponsPage } from "~app/features/print/scene/CouponsPage";
import { useProject } from "~app/shared/scene";

export default function PrintCouponsRoute() {
  return <CouponsPage project={useProject()} />;
}
