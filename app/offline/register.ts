/** Brings in the service worker, and asks before a new version is taken up. */
import { toast } from "sonner";

let asked = false;

/** Says that a new version is here; it is taken up when that is pressed, here and in no other window. */
function offer(waiting: ServiceWorker): void {
  toast("A new version of the program is ready.", {
    id: "new-version",
    duration: Infinity,
    action: {
      label: "Update",
      onClick: () => {
        asked = true;
        waiting.postMessage("take up");
      },
    },
  });
}

export async function registerOffline(): Promise<void> {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) return;
  const before = navigator.serviceWorker.controller;
  navigator.serviceWorker.addEventListener("controllerchange", () => {
    if (asked) location.reload();
    else if (before)
      // Another window took it up. This one goes on with the files it was loaded with, which are kept.
      toast("The program was updated in another window. This window still runs the old version.", {
        id: "new-version",
        duration: Infinity,
        action: { label: "Update here too", onClick: () => location.reload() },
      });
  });
  try {
    const registration = await navigator.serviceWorker.register("/sw.js");
    if (registration.waiting && navigator.serviceWorker.controller) offer(registration.waiting);
    registration.addEventListener("updatefound", () => {
      const arriving = registration.installing;
      arriving?.addEventListener("statechange", () => {
        if (arriving.state === "installed" && navigator.serviceWorker.controller) offer(arriving);
      });
    });
  } catch {
    // Without it the program works as long as its server does.
  }
}
