/** "Why?" on a figure: formula, inputs, assumptions with where each comes from, in place. */
import { Popover } from "radix-ui";
import type { Assumption, Reasons } from "~core/units";

const KIND_WORD: Record<Assumption["kind"], string> = {
  published: "published",
  practice: "common practice",
  memory: "from memory",
  "own record": "your record",
  typed: "as set by you",
  model: "model",
};

export function Why({ of, reasons, word = "why?" }: { of: string; reasons: Reasons; word?: string }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="btn-text no-print" aria-label={`${word === "why?" ? "Why" : word}: ${of}`}>
        {word}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={12}
          className="z-50 max-h-[var(--radix-popover-content-available-height)] w-[min(30rem,92vw)] overflow-y-auto border-2 border-ink bg-paper p-4 text-ink"
          aria-label={`Why ${of}`}
        >
          <p className="font-semibold">{of}</p>
          <p className="mt-1">{reasons.formula}</p>
          {reasons.inputs.length > 0 && (
            <table className="plain mt-2">
              <tbody>
                {reasons.inputs.map((i) => (
                  <tr key={i.name}>
                    <td className="text-soft">{i.name}</td>
                    <td>{i.value}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <ul className="mt-2 space-y-1">
            {reasons.assumptions.map((a) => (
              <li key={a.text}>
                {a.text}{" "}
                <span className="text-soft">
                  [{KIND_WORD[a.kind]}
                  {a.source ? `: ${a.source}` : ""}]
                </span>
              </li>
            ))}
          </ul>
          <Popover.Close className="btn mt-3">Close</Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
