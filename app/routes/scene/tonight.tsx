import { TonightPage } from "~app/features/tonight/TonightPage";
import { useProject } from "~app/shared/scene";

export default function TonightRoute() {
  return <TonightPage project={useProject()} />;
}
