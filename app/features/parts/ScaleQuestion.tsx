/** The one question before the first answer: who stands beside it? */
import { useState } from "react";
import { describeScale, figureRatioRange, figureScale, formatRatio, parseScale, type Scale } from "~core/scale";
import { ParsedField } from "~app/ui/field";
import { useActions } from "~app/shared/scene";

export function ScaleQuestion() {
  const { run } = useActions();
  const [other, setOther] = useState(false);
  const settle = (scale: Scale) => run("scene.scale", { scale });
  const range = figureRatioRange(28);
  return (
    <section aria-label="Who stands beside it?" className="mt-3 border-2 border-ink p-4">
      <h2 className="text-xl">Who stands beside it?</h2>
      <p className="mt-1 text-soft">All real sizes follow from this. You can change it in Scale at any time.</p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={() => settle(figureScale(28))}>
          A 28 mm figure
        </button>
        <button className="btn" onClick={() => setOther(true)} aria-expanded={other}>
          Another figure, a ratio, a railway scale
        </button>
        <button className="btn" onClick={() => settle(figureScale(28))}>
          I don’t know
        </button>
      </div>
      {other && (
        <ParsedField
          className="mt-3 max-w-sm"
          label="A figure's height, a ratio, or a railway scale"
          text=""
          placeholder="32 mm, 1:64, or H0"
          parse={parseScale}
          readAs={describeScale}
          onCommit={settle}
          autoFocus
        />
      )}
      <p className="mt-2 text-sm text-soft">
        28 mm may mean {formatRatio(range.low)} to {formatRatio(range.high)}; {formatRatio(figureScale(28).ratio)} is used: 28 mm to the eye
        of a person of 5 ft 6 in. “I don’t know” uses that too.
      </p>
    </section>
  );
}
