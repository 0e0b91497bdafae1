/** The worker that plans the scene that is open. */
import { serveScene, type ToScene } from "./serve";

const hear = serveScene(
  (message) => self.postMessage(message),
  (act) => setTimeout(act),
);
self.onmessage = ({ data }: MessageEvent<ToScene>): void => hear(data);
