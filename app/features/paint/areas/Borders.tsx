/** Which colour goes first, how each border is kept, what that takes on all copies, and what would be quicker. */
import { apartSavesS, BORDER_WAYS, keptBorders, layingOrder, NO_AREA, slipsMm2, type KeptBorder, type MeasuredAreas } from "~core/paint";
import type { ColourArea, Part } from "~core/project";
import { formatArea, formatDuration, formatReal } from "~core/units";
import { Sideways } from "~app/ui/sideways";
import { Why } from "~app/ui/why";
import { IntoRecipe } from "./IntoRecipe";

/** Less than this is not worth another piece. Common practice, no source. */
const WORTH_S = 600;

export function Borders({ part, areas, measured }: { part: Part; areas: readonly ColourArea[]; measured: MeasuredAreas }) {
  const kept = keptBorders(measured);
  const order = layingOrder(measured);
  const name = (n: number): string => (n === NO_AREA ? "the rest" : (areas.at(n)?.name ?? "an area"));
  const { copies } = part;
  const handsS = kept.reduce((sum, b) => sum + b.handsS, 0) * copies;
  const mm = kept.reduce((sum, b) => sum + b.mm, 0);
  const apart = areas.flatMap((a, n) => {
    const saves = apartSavesS(kept, n) * copies;
    return saves >= WORTH_S ? [{ a, saves }] : [];
  });
  if (kept.length === 0) return <p className="text-soft">No two colours meet.</p>;
  return (
    <>
      <p>
        <span className="font-semibold">{formatReal(mm)}</span> of border on one piece; keeping it takes about{" "}
        <span className="font-semibold">{formatDuration(handsS)}</span>
        {copies > 1 ? ` on ${copies} pieces` : ""}.{" "}
        <Why
          of="time at the borders"
          reasons={{
            formula: "Millimetres of each border × the time a metre takes by how it runs × copies.",
            inputs: kept.map((b) => ({ name: `${name(b.a)} to ${name(b.b)}`, value: `${formatReal(b.mm)}, ${formatDuration(b.handsS)}` })),
            assumptions: [
              { text: "An edge that stands out 2 min a metre, a corner 5 min, free by brush 8 min", kind: "practice" },
              { text: "Lengths are those of the mesh; relief finer than it is not counted", kind: "model" },
            ],
          }}
        />
      </p>
      <p className="mt-1">
        In this order, the first large and sloppy: {order.map(name).join(", ")}.
        {order.length > 1 && ` Mix enough of the first for slips: ${slips(kept, order)}.`}
      </p>
      <Sideways label="Borders">
        <table className="plain mt-2">
          <thead>
            <tr>
              <th>first</th>
              <th>over it</th>
              <th>border</th>
              <th>how</th>
              <th>a piece</th>
              <th>masked</th>
            </tr>
          </thead>
          <tbody>
            {kept.map((b) => {
              const [first, then] = b.firstIs === "a" ? [b.a, b.b] : [b.b, b.a];
              return (
                <tr key={`${b.a} ${b.b}`}>
                  <td>{name(first)}</td>
                  <td>{name(then)}</td>
                  <td>{formatReal(b.mm)}</td>
                  <td>{BORDER_WAYS[b.way].words}</td>
                  <td>{formatDuration(b.handsS)}</td>
                  <td>
                    {formatDuration(b.maskS)}
                    {b.maskS < b.handsS ? ", quicker" : ""}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Sideways>
      <p className="mt-1 text-sm text-soft">Where the second colour is sprayed, the first has to be masked: no spray keeps a border.</p>
      {apart.map(({ a, saves }) => (
        <p key={a.id} className="mt-1">
          As a piece of its own {a.name} would save about {formatDuration(saves)}
          {copies > 1 ? ` on ${copies} pieces` : ""}, if it can be cut there: painted apart, then glued.
        </p>
      ))}
      <IntoRecipe part={part} areas={areas} measured={measured} kept={kept} />
    </>
  );
}

const slips = (kept: readonly KeptBorder[], [first]: readonly number[]): string =>
  `${formatArea(slipsMm2(kept, first))} more than its own area`;
