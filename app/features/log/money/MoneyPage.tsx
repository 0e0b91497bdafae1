/** Money: what the scene cost as one bar that sums, part by part, and where the receipts of the whole shelf went. */
import { cumsum } from "d3";
import { useMemo } from "react";
import { ringArea } from "~core/lay";
import { FATES } from "~core/ledger";
import { moneySums, type MoneyOf, type SceneMoney } from "~core/look";
import { formatMoney } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { hatchFill } from "~app/ui/hatch";
import { Sideways } from "~app/ui/sideways";
import { useWidth } from "~app/ui/useWidth";
import { LogLeaves } from "../LogLeaves";
import { InOwn } from "./InOwn";
import { MachineHour } from "./MachineHour";

const FILLS: Record<MoneyOf, string> = {
  filament: "var(--ink)",
  resin: hatchFill("thinner"),
  paint: "#a7a08c",
  ground: "#8a7a5b",
  glue: hatchFill("setting"),
  filler: hatchFill("chosen"),
  paper: hatchFill("covered"),
  files: "var(--board)",
  trials: hatchFill("reckoned"),
  lost: "var(--act)",
};

export default function MoneyPage() {
  const project = useProject();
  const sums = useMemo(() => moneySums(project), [project]);
  const { boards = [] } = project.scene;
  const areaMm2 = boards.reduce((sum, b) => sum + ringArea(b.outlineMm), 0);
  const paid = sums.scene.map((s) => formatMoney({ minor: s.total, currency: s.currency }, true));
  return (
    <Page
      title="Money"
      sub="of this scene, by what was paid"
      cells={[
        { label: "scene", value: project.scene.name },
        { label: "cost so far", value: paid.length > 0 ? paid.join(", ") : "–" },
      ]}
    >
      <LogLeaves />
      {sums.scene.length === 0 && (
        <p className="mt-4 max-w-prose text-soft">
          No prices yet. Enter what a spool, a bottle or a pot cost, and how much it held, in Workshop, at the rack or on the shelf: what
          each step takes is then counted here.
        </p>
      )}
      {sums.scene.map((s) => (
        <Scene key={s.currency} of={s} areaMm2={areaMm2} />
      ))}
      <InOwn scene={sums.scene} />
      {sums.unpriced.length > 0 && (
        <p className="mt-3 text-setting-ink">△ Used without a price, and not counted: {sums.unpriced.join(", ")}.</p>
      )}
      <Section title="What an hour of a printer costs">
        {project.scene.printers.map((p) => (
          <MachineHour key={p.id} printer={p} />
        ))}
        <p className="mt-1 text-sm text-soft">
          Price less what it will still bring, over its life; power; parts that wear, over theirs. Sold for less than “a good piece so far”,
          a piece loses money; your own hours are not in it.
        </p>
      </Section>
      {sums.shop.length > 0 && (
        <Section title="The whole shelf, all scenes">
          <Sideways label="Receipts of the shelf">
            <table className="plain">
              <thead>
                <tr>
                  <th>Currency</th>
                  {sums.shop[0] && Object.entries(FATES).map(([fate, label]) => <th key={fate}>{label}</th>)}
                  <th>sums to the receipts</th>
                  <th>tools, kept</th>
                </tr>
              </thead>
              <tbody>
                {sums.shop.map((s) => (
                  <tr key={s.currency}>
                    <td>{s.currency}</td>
                    {Object.keys(FATES).map((fate) => (
                      <td key={fate}>{formatMoney({ minor: s.fates.find((f) => f.fate === fate)?.minor ?? 0, currency: s.currency })}</td>
                    ))}
                    <td className="font-semibold">{formatMoney({ minor: s.total, currency: s.currency })}</td>
                    <td>{formatMoney({ minor: s.kept, currency: s.currency })}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
          <p className="mt-2 text-sm text-soft">
            Receipts of each thing are shared out over what became of it, by amount, to the last cent: shown parts add up to the shown
            total. Unexplained is what a count found missing. Currencies are never added up. Printer hours stand beside the receipts, not in
            them.
          </p>
        </Section>
      )}
    </Page>
  );
}

/** Square feet are what boards are priced by among friends. */
const SQUARE_FOOT_MM2 = 304.8 * 304.8;

function Scene({ of, areaMm2 }: { of: SceneMoney; areaMm2: number }) {
  const { currency, total, bar, parts, plates } = of;
  const money = (minor: number): string => formatMoney({ minor, currency });
  const each = areaMm2 > 0 ? `; ${money((total * SQUARE_FOOT_MM2) / areaMm2)} a square foot of board` : "";
  return (
    <>
      <Section title={`What it cost, ${currency}`} aside={<span className="text-soft">{`${money(total)} so far${each}`}</span>}>
        <MoneyBar bar={bar} total={total} money={money} />
      </Section>
      {parts.length > 0 && (
        <Section title="Part by part">
          <Sideways label="Cost of parts">
            <table className="plain">
              <thead>
                <tr>
                  <th>Part</th>
                  <th>Good work</th>
                  <th>Failed</th>
                  <th>Trials</th>
                  <th>Printer hours</th>
                  <th>A good piece so far</th>
                </tr>
              </thead>
              <tbody>
                {parts.map((p) => (
                  <tr key={p.partId}>
                    <td className="font-semibold">{p.name}</td>
                    <td>{money(p.good)}</td>
                    <td>{money(p.failed)}</td>
                    <td>{money(p.trial)}</td>
                    <td>{p.machineMinor > 0 ? money(p.machineMinor) : "–"}</td>
                    <td>{p.each === null ? "–" : money(p.each)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        </Section>
      )}
      {plates.length > 0 && (
        <Section title="Plates">
          <ul className="flex flex-wrap gap-x-8">
            {plates.map((p) => (
              <li key={p.id}>
                {p.name}: {money(p.minor)}
              </li>
            ))}
          </ul>
        </Section>
      )}
    </>
  );
}

function MoneyBar({ bar, total, money }: { bar: SceneMoney["bar"]; total: number; money: (minor: number) => string }) {
  const [ref, wide] = useWidth<HTMLDivElement>();
  const ends = cumsum(bar, (b) => (b.minor / total) * (wide - 2));
  const pieces = bar.map((b, i) => ({ ...b, x: i > 0 ? ends[i - 1] : 0, w: ends[i] - (i > 0 ? ends[i - 1] : 0) }));
  return (
    <div ref={ref}>
      {wide > 0 && (
        <svg width={wide} height="32" role="img" aria-label={bar.map((b) => `${b.of} ${money(b.minor)}`).join(", ")} className="block">
          {pieces.map((p) => (
            <rect key={p.of} x={1 + p.x} y="1" width={p.w} height="29" fill={FILLS[p.of]} stroke="var(--ink)" strokeWidth="1.2" />
          ))}
        </svg>
      )}
      <ul className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
        {bar.map((b) => (
          <li key={b.of} className="flex items-center gap-2">
            <svg width="18" height="14" aria-hidden="true">
              <rect x="0.6" y="0.6" width="16.8" height="12.8" fill={FILLS[b.of]} stroke="var(--ink)" />
            </svg>
            <span>
              <span className="font-semibold">{b.of}</span> <span className="text-soft">{money(b.minor)}</span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
