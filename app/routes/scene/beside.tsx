import { MismatchPage } from "~app/features/scale/MismatchPage";

export default function MismatchRoute() {
  return <MismatchPage />;
}
