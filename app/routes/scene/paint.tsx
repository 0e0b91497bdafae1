import { PaintPage } from "~app/features/paint/PaintPage";

export default function PaintRoute() {
  return <PaintPage />;
}
