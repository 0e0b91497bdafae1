/** Asked once, when a scene begins: a board is decided late and then too large, and the weight of its ground is met once, on the way. */
import { useState } from "react";
import { Link } from "react-router";
import type { Scene } from "~core/project";
import { keep, kept } from "~app/data/kept";

const key = (scene: Scene): string => `board-asked ${scene.id}`;

export function BoardQuestion({ scene }: { scene: Scene }) {
  const [answered, setAnswered] = useState(() => kept(key(scene)) !== null);
  if (answered || scene.demo || !scene.scaleAnswered || (scene.boards ?? []).length > 0) return null;
  const answer = (): void => {
    keep(key(scene), "yes");
    setAnswered(true);
  };
  return (
    <section aria-label="What does it stand on?" className="mt-3 border border-ink p-3">
      <h2 className="text-lg">What does it stand on?</h2>
      <p className="text-soft">
        Size of the board, depth of the ground, distance of the eye: three answers, and you know what it weighs and how it is lifted before
        a bag is opened.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Link className="btn" to={`/s/${scene.id}/ground`} onClick={answer}>
          Say what it stands on
        </Link>
        <button className="btn" onClick={answer}>
          Later
        </button>
      </div>
    </section>
  );
}
