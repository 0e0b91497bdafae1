/** Asked once, at the first part of one's own: the printers that a workshop begins with are examples, and so are the hours they give. */
import { useState } from "react";
import { Link } from "react-router";
import { GENERIC_PRINTERS } from "~core/print";
import type { Scene } from "~core/project";
import { keep, kept } from "~app/data/kept";

const ANSWERED = "printers-are-mine";

/** Nobody has changed, added or removed a printer yet. */
const areExamples = ({ printers }: Scene): boolean =>
  printers.length === GENERIC_PRINTERS.length &&
  printers.every((p) => p.earlier === undefined && GENERIC_PRINTERS.some((g) => g.id === p.id && g.name === p.name));

export function PrintersQuestion({ scene }: { scene: Scene }) {
  const [answered, setAnswered] = useState(() => kept(ANSWERED) !== null);
  if (answered || scene.demo || !scene.scaleAnswered || !areExamples(scene)) return null;
  const answer = (): void => {
    keep(ANSWERED, "yes");
    setAnswered(true);
  };
  return (
    <section aria-label="Whose printers are these?" className="mt-3 border border-ink p-3">
      <h2 className="text-lg">Whose printers are these?</h2>
      <p className="text-soft">
        Fit, hours and prices come from {scene.printers.length} example printers. Enter your own bed size, layer height and speeds to make
        them yours.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Link className="btn" to={`/s/${scene.id}/print/all/printers`} onClick={answer}>
          Enter my printers
        </Link>
        <button className="btn" onClick={answer}>
          Close enough
        </button>
      </div>
    </section>
  );
}
