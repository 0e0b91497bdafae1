import { ChangePage } from "~app/features/scale/ChangePage";

export default function ChangeRoute() {
  return <ChangePage />;
}
