/** The one question before the first answer: who stands beside it? */
import { useState } from "react";
import { fail, ok, parseLength, type Result } from "~core/measure";
import { figureRatioRange, figureScale, formatRatio, ratioScale, type Scale } from "~core/scale";
import { ParsedField } from "~app/ui/field";
import { useActions } from "~app/features/frame/scene";

/** "32 mm" is a figure, "1:64" or "1/64" a ratio. */
export function parseScale(text: string): Result<Scale> {
  const ratio = /^\s*1\s*[:/]\s*(\d+(?:[.,]\d+)?)\s*$/.exec(text);
  if (ratio) {
    const n = Number(ratio[1].replace(",", "."));
    return n >= 1 && n <= 5000 ? ok(ratioScale(n)) : fail("scale.range", "A ratio between 1:1 and 1:5000, please.");
  }
  const length = parseLength(text);
  if (!length.ok || length.value.mm < 2 || length.value.mm > 400)
    return fail("scale.unreadable", 'Type a figure\'s height such as "32 mm", or a ratio such as "1:64".');
  return ok(figureScale(length.value.mm));
}

export function ScaleQuestion() {
  const { run } = useActions();
  const [other, setOther] = useState(false);
  const settle = (scale: Scale): void => run("scene.scale", { scale });
  const range = figureRatioRange(28);
  return (
    <section aria-label="Who stands beside it?" className="mt-3 border-2 border-ink p-4">
      <h2 className="text-xl">Who stands beside it?</h2>
      <p className="mt-1 text-soft">Everything real follows from this. You can change it at Scale at any time.</p>
      <div className="mt-3 flex flex-wrap gap-2">
        <button className="btn btn-solid" onClick={() => settle(figureScale(28))}>
          A 28 mm figure
        </button>
        <button className="btn" onClick={() => setOther(true)} aria-expanded={other}>
          Another figure, or a ratio
        </button>
        <button className="btn" onClick={() => settle(figureScale(28))}>
          I don't know
        </button>
      </div>
      {other && (
        <ParsedField
          className="mt-3 max-w-sm"
          label="A figure's height, or a ratio"
          text=""
          placeholder="32 mm, or 1:64"
          parse={parseScale}
          onCommit={settle}
          autoFocus
        />
      )}
      <p className="mt-2 text-sm text-soft">
        28 mm may mean {formatRatio(range.low)} to {formatRatio(range.high)}; {formatRatio(figureScale(28).ratio)} is taken: 28 mm to the
        eye of a person of 5 ft 6 in. “I don't know” takes that too.
      </p>
    </section>
  );
}
