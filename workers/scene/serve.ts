/** The worker's side: hears what is said of the scene, plans it, and tells what has become another. */
import { Receiver, Sender, type Telling } from "../../core/derive";
import { scenePlanner } from "./plan";
import { SCENE_VIEW, type SceneInput, type SceneView } from "./protocol";

/** What the page says: a part of the input, and with the last part by which number it is answered. */
export interface ToScene {
  part: Telling;
  asked: number;
}

/** What the worker says: a part of the view, and with the last part which number it answers. Nothing new is one empty answer. */
export interface FromScene {
  part: Telling | null;
  answers: number;
}

/** @param later runs when all that has been said meanwhile is heard: several edits are planned as one */
export function serveScene(
  post: (message: FromScene) => void,
  later: (act: () => void) => void,
  plan: (input: SceneInput) => SceneView = scenePlanner(),
): (message: ToScene) => void {
  const input = new Receiver<SceneInput>();
  const view = new Sender(SCENE_VIEW);
  let asked: { value: SceneInput; number: number } | null = null;
  const answer = (): void => {
    if (!asked) return;
    const { value, number } = asked;
    asked = null;
    const parts = view.tell(plan(value));
    if (parts.length === 0) post({ part: null, answers: number });
    for (const part of parts) post({ part, answers: number });
  };
  return ({ part, asked: number }) => {
    const heard = input.hear(part);
    if (!heard) return;
    if (!asked) later(answer);
    asked = { value: heard.value, number };
  };
}
