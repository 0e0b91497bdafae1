/** Day or lamp-lit, remembered in this browser. */
import { keep } from "~app/data/kept";

export function toggleLamp(): void {
  const on = document.documentElement.dataset.lamp !== "on";
  if (on) document.documentElement.dataset.lamp = "on";
  else delete document.documentElement.dataset.lamp;
  keep("lamp", on ? "on" : "off");
}
