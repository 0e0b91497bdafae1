import { TonightPage } from "~app/features/tonight/TonightPage";
import { useProject } from "~app/features/frame/scene";

export default function TonightRoute() {
  return <TonightPage project={useProject()} />;
}
