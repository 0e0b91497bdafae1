import { PaintPage } from "~app/features/paint/PaintPage";
import { useProject } from "~app/shared/scene";

export default function PaintRoute() {
  return <PaintPage project={useProject()} />;
}
