import { CouponsPage } from "~app/features/print/scene/CouponsPage";

export default function PrintCouponsRoute() {
  return <CouponsPage />;
}
