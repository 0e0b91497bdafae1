/** Carry: kilograms along the board, where the hands are and how far it bends there; doors, splits, and how many people. */
import { useMemo, useRef, useState } from "react";
import { bestSupports, methodById, ownStiffness, sagOn, splitOf, SUPPORTS, supportsAt, type Board, type Split } from "~core/ground";
import { bends, boardSentence, CRACKS_MM, kilograms, type BoardSum } from "~core/look";
import { formatMm, readAsMm, spacedNumber, type Reasons } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useActions, useProject } from "~app/shared/scene";
import { useWhole } from "~app/shared/useWhole";
import { ParsedField, parseMmIn, parseNumberIn } from "~app/ui/field";
import { sayProblem } from "~app/ui/sayProblem";
import { Sideways } from "~app/ui/sideways";
import { useWidth } from "~app/ui/useWidth";
import { Why } from "~app/ui/why";
import { GroundLeaves } from "../GroundLeaves";
import { dragged } from "../plan/dragged";
import { useBoard, type AtHand } from "~app/shared/useBoard";

export default function CarryPage() {
  const hand = useBoard();
  const { board, sum } = hand;
  return (
    <Page
      title="Carry"
      sub={sum ? boardSentence(sum.carried) : undefined}
      cells={
        sum
          ? [
              { label: "dry", value: kilograms(sum.carried.massG) },
              { label: "wet", value: kilograms(sum.carried.massG + sum.wetMoreG) },
              { label: "people", value: sum.carried.people },
            ]
          : [{ label: "boards", value: 0 }]
      }
    >
      <GroundLeaves />
      {!board || !sum ? (
        <p className="mt-6 max-w-prose text-soft">
          No board yet. Say at Plan what the scene stands on: here you see what it weighs and how it is lifted.
        </p>
      ) : (
        <OnBoard key={board.id} hand={hand} board={board} sum={sum} />
      )}
    </Page>
  );
}

const MARGIN = 26;
/** The line is drawn so many times as bent as it is: chosen so that it shows. */
const EXAGGERATIONS = [1, 2, 5, 10, 20, 50, 100];

function OnBoard({ hand, board, sum }: { hand: AtHand; board: Board; sum: BoardSum }) {
  const { run } = useActions();
  const [ref, width] = useWidth<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const { carried: c } = sum;
  const { zones } = useProject().scene;
  const split = useMemo(
    () =>
      splitOf(
        board.outlineMm,
        hand.placed,
        (zones ?? []).filter((z) => z.boardId === board.id),
        c.loads,
      ),
    [board, hand.placed, zones, c.loads],
  );
  const [drawn, setDrawn] = useState<[number, number] | null>(null);
  // A board that was made shorter since is held at its end.
  const hands = (drawn ?? board.handsMm ?? supportsAt(c.lengthMm, SUPPORTS.bessel)).map((mm) => Math.min(mm, c.lengthMm)) as [
    number,
    number,
  ];
  const set = useWhole(hands, (handsMm) => run("list.set", { list: "scene.boards", key: board.id, change: { handsMm } }));
  const [left, right] = hands;
  const sag = useMemo(() => sagOn(c.lengthMm, c.eI.value, c.loads, [left, right]), [c, left, right]);
  const scale = Math.max(0.02, (Math.min(width, 760) - 2 * MARGIN) / Math.max(1, c.lengthMm));
  const brittle = sum.zones.some((z) => z.layers.some((l) => methodById(l.layer.methodId)?.makeup.kind === "cement"));
  const times = EXAGGERATIONS.findLast((e) => sag.mm * e * scale < 34) ?? 1;
  const x = (mm: number): number => MARGIN + mm * scale;
  const along = Array.from({ length: 40 }, (_, i) => {
    const [from, to] = [(i * c.lengthMm) / 40, ((i + 1) * c.lengthMm) / 40];
    return c.loads.reduce((g, l) => {
      const span = Math.max(1e-9, l.toMm - l.fromMm);
      return g + (l.g * Math.max(0, Math.min(to, l.toMm) - Math.max(from, l.fromMm))) / span;
    }, 0);
  });
  const most = Math.max(...along, 1e-9);
  const BASE = 150;
  const move = (which: 0 | 1, mm: number): [number, number] => {
    const at = Math.round(Math.min(c.lengthMm, Math.max(0, mm)));
    return which === 0 ? [at, hands[1]] : [hands[0], at];
  };
  const grab = (which: 0 | 1, event: React.PointerEvent): void =>
    dragged(svg.current, event, {
      move: (dx) => setDrawn(move(which, hands[which] + dx / scale)),
      end: (dx) => {
        const to = move(which, hands[which] + dx / scale);
        void set(() => to).then((d) => {
          setDrawn(null);
          if (!d.ok) sayProblem(d.problem);
        });
      },
      drop: () => setDrawn(null),
    });
  const spread = { value: sag.mm, low: (sag.mm * c.eI.value) / c.eI.high, high: (sag.mm * c.eI.value) / c.eI.low };
  const cracks = brittle && spread.high > CRACKS_MM;
  return (
    <div ref={ref} className="mt-3">
      {width > 0 && (
        <svg
          ref={svg}
          width={c.lengthMm * scale + 2 * MARGIN}
          height={232}
          className="touch-none select-none"
          role="img"
          aria-label={`${board.name} held at ${Math.round(hands[0])} and ${Math.round(hands[1])} mm`}
        >
          {along.map((g, i) => (
            <rect
              key={i}
              x={x((i * c.lengthMm) / 40)}
              y={BASE - 14 - (g / most) * 100}
              width={(c.lengthMm / 40) * scale}
              height={(g / most) * 100}
              fill="var(--board)"
              stroke="var(--rule)"
            />
          ))}
          <text x={MARGIN} y={14} fontSize="13" fill="var(--soft)">
            grams along it, up to {Math.round(most)} g in {formatMm(Math.round(c.lengthMm / 40))}
          </text>
          <path
            d={`M${Array.from(sag.line, (mm, i) => `${x((i * c.lengthMm) / (sag.line.length - 1)).toFixed(1)} ${(BASE - mm * times * scale).toFixed(1)}`).join("L")}`}
            fill="none"
            stroke={cracks ? "var(--act)" : "var(--ink)"}
            strokeWidth="4"
          />
          {c.people === 2 && (
            <g>
              <path d={`M${x(split.atMm)} 22V${BASE + 10}`} stroke="var(--act)" strokeWidth="1.3" strokeDasharray="12 3 3 3" />
              <text x={x(split.atMm) + 5} y={34} fontSize="13" fill="var(--act)">
                in two here
              </text>
            </g>
          )}
          {hands.map((mm, i) => (
            <g key={i} className="cursor-ew-resize" onPointerDown={(e) => grab(i as 0 | 1, e)}>
              <path d={`M${x(mm)} ${BASE + 4}l-12 26h24z`} fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.8" />
              <rect x={x(mm) - 24} y={BASE} width="48" height="48" fill="transparent" />
              <text x={x(mm)} y={BASE + 46} fontSize="13" textAnchor="middle" fill="var(--ink)">
                {Math.round(mm)} mm
              </text>
            </g>
          ))}
          {times > 1 && (
            <text x={MARGIN} y={BASE + 74} fontSize="13" fill="var(--soft)">
              drawn {times} times as bent as it is
            </text>
          )}
        </svg>
      )}
      <p className="text-lg" data-testid="sag">
        {sag.tips ? (
          <span className="note-act font-semibold">▲ It tips: its weight lies outside your hands. </span>
        ) : (
          <>
            <span className={cracks ? "note-act font-semibold" : "font-semibold"}>
              {cracks && "▲ "}Held there it bends {bends(spread.value)}
            </span>
            , between {bends(spread.low)} and {bends(spread.high)} by how stiff the board is.{" "}
            {cracks && `A crust of cement cracks beyond about ${CRACKS_MM} mm. `}
          </>
        )}
        <Why of="how far it bends" reasons={reasonsOf(sum, board)} />
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        {([0, 1] as const).map((i) => (
          <ParsedField
            key={i}
            className="w-36"
            label={i === 0 ? "Left hand or batten" : "Right hand or batten"}
            draftKey={`${board.id} ${i}`}
            text={formatMm(Math.round(hands[i]))}
            parse={parseMmIn({ least: 0, most: Math.ceil(c.lengthMm) })}
            readAs={readAsMm}
            onCommit={(mm) => set((now) => (i === 0 ? [mm, now[1]] : [now[0], mm]))}
          />
        ))}
        <button className="btn" onClick={() => void set(() => supportsAt(c.lengthMm, SUPPORTS.ends))}>
          By its ends
        </button>
        <button className="btn" onClick={() => void set(() => bestSupports(c.lengthMm, c.loads).map(Math.round) as [number, number])}>
          Where it bends least
        </button>
      </div>
      <Sideways label="Ways to carry it">
        <table className="plain mt-3">
          <thead>
            <tr>
              <th>Carried</th>
              <th className="text-right">Bends</th>
              <th className="text-right">Between</th>
              <th>Then</th>
            </tr>
          </thead>
          <tbody>
            {(
              [
                ["ends", "by its ends"],
                ["quarter", "on battens a fifth in"],
                ["bessel", "on battens at 0.22 of its length"],
              ] as const
            ).map(([key, words]) => {
              const s = c.sagMm[key];
              return (
                <tr key={key}>
                  <td>{words}</td>
                  <td className="text-right font-semibold">{bends(s.value)}</td>
                  <td className="text-right text-soft">
                    {bends(s.low)} to {bends(s.high)}
                  </td>
                  <td>
                    {brittle && s.high > CRACKS_MM ? (
                      <span className="note-act">▲ the cement may crack</span>
                    ) : (
                      <span className="text-soft">holds</span>
                    )}
                  </td>
                </tr>
              );
            })}
            <tr>
              <td>by its middle</td>
              <td className="text-right font-semibold">{bends(sagOn(c.lengthMm, c.eI.value, c.loads, supportsAt(c.lengthMm, 0.48)).mm)}</td>
              <td />
              <td>
                {brittle ? (
                  <span className="note-act">▲ never: the crust is in tension on top and opens</span>
                ) : (
                  <span className="text-soft">only to turn it</span>
                )}
              </td>
            </tr>
          </tbody>
        </table>
      </Sideways>
      <People sum={sum} split={split} nameOf={hand.nameOf} />
      <Strip board={board} />
    </div>
  );
}

function People({ sum, split, nameOf }: { sum: BoardSum; split: Split; nameOf: AtHand["nameOf"] }) {
  const { scene } = useProject();
  const { carried: c } = sum;
  const doors = scene.homes.filter((h) => h.sizeMm[0] > 0);
  const short = Math.min(c.lengthMm, c.widthMm);
  const openingOf = (h: (typeof doors)[number]): number => Math.min(...h.sizeMm.filter((v) => v > 0));
  // One person's board that goes through every door is not sawn.
  const helps = c.people === 2 || doors.some((h) => short > openingOf(h));
  return (
    <Section title="People and doors">
      <p>
        {c.people === 2 ? "Two people: it is heavier than 10 kg, or longer than a metre." : "One person carries it."} Bare board{" "}
        {kilograms(c.ofG.board)}, ground {kilograms(c.ofG.ground)}, what stands on it {kilograms(c.ofG.load)}
        {sum.unweighed > 0 && `; ${sum.unweighed} pieces are not weighed yet`}.
      </p>
      {helps && (
        <p className="mt-1">
          Made in two pieces, it parts best {Math.round(split.atMm)} mm from its {split.along === 0 ? "left" : "front"} edge:{" "}
          {kilograms(split.halvesG[0])} and {kilograms(split.halvesG[1])}.{" "}
          {split.cuts.length > 0
            ? `It cannot miss ${split.cuts.map(nameOf).join(", ")}: ${split.cuts.length === 1 ? "that is" : "those are"} cut, or moved.`
            : split.over.length > 0
              ? `It cuts nothing that stands there; ${split.over.map(nameOf).join(", ")} reach${split.over.length === 1 ? "es" : ""} over it.`
              : "It cuts nothing that stands there."}
          {split.hiddenShare >= 0.3 &&
            ` ${split.hiddenShare > 0.9 ? "All of it runs" : "Part of it runs"} along the edge of a zone, where a joint does not show.`}
        </p>
      )}
      <ul>
        {doors.map((h) => {
          const opening = openingOf(h);
          const flat = short <= opening;
          return (
            <li key={h.id} className={flat ? "text-soft" : "note-act"}>
              {flat ? "" : "▲ "}
              {h.name}, {Math.round(opening)} mm at its narrowest:{" "}
              {flat ? "it goes through level" : `it is ${Math.round(short - opening)} mm too wide to go through level`}.
            </li>
          );
        })}
      </ul>
      <p className="text-sm text-soft">
        10 kg at arm’s length and a metre of width: recalled from manual-handling filters of 10 to 15 kg. Lift with somebody if you doubt
        it; local rules come first. Never lean over a board that is carried.
      </p>
    </Section>
  );
}

/** A strip of the own board on two supports tells its stiffness. */
function Strip({ board }: { board: Board }) {
  const { run } = useActions();
  const [v, setV] = useState({ widthMm: 40, thickMm: 20, gapMm: 300, forceG: 200, sagMm: 3.5 });
  const eMPa = ownStiffness({ ...v, forceN: (v.forceG / 1000) * 9.81 });
  const layers = useWhole(board.layers, (next) => run("list.set", { list: "scene.boards", key: board.id, change: { layers: next } }));
  const field = (key: keyof typeof v, label: string, mm = true) => (
    <ParsedField
      key={key}
      className="w-32"
      label={label}
      text={mm ? formatMm(v[key]) : spacedNumber(v[key])}
      parse={mm ? parseMmIn({ least: 0.05, most: 3000 }) : parseNumberIn({ least: 1, most: 100_000 })}
      readAs={mm ? readAsMm : undefined}
      onCommit={(n) => setV((now) => ({ ...now, [key]: n }))}
    />
  );
  return (
    <Section title="How stiff is your board?">
      <p className="max-w-prose text-soft">Lay a strip of it over a gap, put a weight in the middle, measure how far it sinks.</p>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        {field("widthMm", "Width of the strip")}
        {field("thickMm", "Its thickness")}
        {field("gapMm", "Gap")}
        {field("forceG", "Weight, g", false)}
        {field("sagMm", "It sinks by")}
      </div>
      <p className="mt-1">
        Its stiffness is {spacedNumber(Math.round(eMPa * 10) / 10)} MPa.{" "}
        {board.layers.map((l) => (
          <button
            key={l.id}
            className="btn ml-2"
            onClick={() => void layers((now) => now.map((q) => (q.id === l.id ? { ...q, eMPa } : q)))}
          >
            Use it for {l.material}
            {l.eMPa !== null && `, now ${spacedNumber(Math.round(l.eMPa))}`}
          </button>
        ))}
      </p>
    </Section>
  );
}

const reasonsOf = ({ carried: c, unweighed }: BoardSum, board: Board): Reasons => ({
  formula:
    "Bending moment ÷ stiffness, integrated twice along the board between the two hands; stiffness = Σ E·I of its layers about their common axis.",
  inputs: [
    { name: "length and width", value: `${Math.round(c.lengthMm)} × ${Math.round(c.widthMm)} mm` },
    {
      name: "layers",
      value: board.layers
        .map((l) => `${l.material} ${formatMm(l.thicknessMm)}${l.eMPa === null ? "" : `, ${Math.round(l.eMPa)} MPa measured`}`)
        .join(", "),
    },
    { name: "carried", value: kilograms(c.massG) },
  ],
  assumptions: [
    { text: "Stiffness of boards from a table, softest to stiffest; a strip of your own says better", kind: "memory" },
    {
      text: "Layers are glued over their whole face; cuts and banks in the board are not taken off; ground adds no stiffness",
      kind: "model",
    },
    ...(unweighed > 0 ? [{ text: `${unweighed} pieces are not weighed yet and count nothing`, kind: "model" as const }] : []),
  ],
});
