import { PaintPage } from "~app/features/paint/PaintPage";
import { useProject } from "~app/features/frame/scene";

export default function PaintRoute() {
  return <PaintPage project={useProject()} />;
}
