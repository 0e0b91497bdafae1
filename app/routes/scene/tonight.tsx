import { TonightPage } from "~app/features/tonight/TonightPage";

export default function TonightRoute() {
  return <TonightPage />;
}
