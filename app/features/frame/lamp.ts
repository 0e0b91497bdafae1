/** Day or lamp-lit, remembered in this browser. */
export function toggleLamp(): void {
  const on = document.documentElement.dataset.lamp !== "on";
  if (on) document.documentElement.dataset.lamp = "on";
  else delete document.documentElement.dataset.lamp;
  localStorage.setItem("lamp", on ? "on" : "off");
}
