/** Ground: a recipe by volume and weight for the area it covers. */
import { CARE_FIRST, CAUTIONS } from "~core/care";
import { GROUND_RECIPES, groundAmounts } from "~core/ground";
import {
  fail,
  formatArea,
  formatDuration,
  formatMass,
  formatMillilitres,
  formatReal,
  parseArea,
  parseLength,
  readAsArea,
  readAsMm,
  type Result,
} from "~core/units";
import type { Part } from "~core/project";
import { groundsIn, type GroundWork } from "~core/stations/kinds";
import { formatRatio } from "~core/scale";
import { Page } from "~app/shared/Page";
import { AtStage } from "~app/shared/AtStage";
import { PartPicker, usePartAtHand } from "~app/shared/PartPicker";
import { useActions, useProject } from "~app/shared/scene";
import { beginWork, describeItem } from "~app/shared/workItems";
import { ParsedField } from "~app/ui/field";
import { Why } from "~app/ui/why";
import { Sideways } from "~app/ui/sideways";

type Ground = GroundWork;

export default function GroundPage() {
  const project = useProject();
  const among = [...project.parts].sort((a, b) => rank(b) - rank(a) || a.order - b.order);
  const { part, choose } = usePartAtHand(project, among);
  const { run } = useActions();
  const { scene } = project;
  const grounds = part ? groundsIn(part.work) : [];
  const totalG = project.parts.reduce((sum, p) => sum + groundsIn(p.work).reduce((n, w) => n + amountsOf(w, p).dryG, 0), 0);
  return (
    <Page
      title={part ? `Ground on ${part.name}` : "Ground"}
      sub={part && <PartPicker part={part} among={among} choose={choose} />}
      cells={[
        { label: "scene", value: scene.name },
        { label: "scale", value: formatRatio(scene.scale.ratio) },
        { label: "ground, dry", value: formatMass(totalG) },
      ]}
    >
      <AtStage station="ground" part={part} choose={choose} />
      {!part && (
        <p className="mt-6 max-w-prose text-soft">
          Add a base and this page works out sand, grit and glue by volume and weight. The mud in the demo, 460 cm² and 2 mm deep, takes 101
          ml of loose material and dries to 160 g.
        </p>
      )}
      {part && grounds.map((g) => <GroundOf key={g.id} item={g} part={part} />)}
      {part && grounds.length === 0 && <p className="mt-6 text-soft">No groundwork for {part.name} yet.</p>}
      {part && (
        <button
          className="btn mt-4"
          onClick={() => {
            const item = beginWork("ground", part, project);
            if (item) void run("work.add", { partId: part.id, at: part.work.length, items: [item] });
          }}
        >
          Add groundwork
        </button>
      )}
    </Page>
  );
}

const rank = (p: Part): number => (groundsIn(p.work).length > 0 ? 2 : p.source.kind === "scratch" ? 1 : 0);
const recipeOf = (item: Ground) => GROUND_RECIPES.find((r) => r.id === item.recipeId) ?? GROUND_RECIPES[0];
const amountsOf = (item: Ground, part: Part) => groundAmounts(recipeOf(item), item.areaMm2 * part.copies, item.depthMm);

const parseGroundArea = (text: string): Result<number> => {
  const area = parseArea(text);
  return !area.ok || area.value > 0 ? area : fail("area", "Enter an area above zero.");
};

function GroundOf({ item, part }: { item: Ground; part: Part }) {
  const project = useProject();
  const { run } = useActions();
  const recipe = recipeOf(item);
  const a = amountsOf(item, part);
  const set = (change: Partial<Ground>) => run("list.set", { list: "part.work", of: part.id, key: item.id, change });
  const index = part.work.indexOf(item);
  const grainMm = 0.5;
  return (
    <section aria-label={recipe.name} className="mt-4 border-t-[1.5px] border-ink pt-2">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-xl">{recipe.name}</h2>
        <Why
          of={`${formatMass(a.dryG)} of dry ground`}
          reasons={{
            formula: a.formula,
            inputs: [
              { name: "area", value: formatArea(item.areaMm2 * part.copies) },
              { name: "depth", value: `${item.depthMm} mm` },
              { name: "loose", value: formatMillilitres(a.looseMl) },
            ],
            assumptions: [
              { text: "Loose dry sand weighs 1.55 g/ml, its grains 2.65 g/cm³.", kind: "memory" },
              { text: "Glue fills three fifths of the voids; a tenth is lost as spill.", kind: "practice" },
              {
                text: "The volumes of grains and liquid do not simply add up.",
                kind: "published",
                source: "absolute volume method, ACI 211",
              },
            ],
          }}
        />
      </div>
      <div className="mt-2 grid gap-3 tab:grid-cols-[1fr_8rem_auto]">
        <ParsedField
          label="Area it covers"
          text={formatArea(item.areaMm2)}
          parse={parseGroundArea}
          readAs={readAsArea}
          onCommit={(areaMm2) => set({ areaMm2 })}
        />
        <ParsedField
          label="Depth"
          text={`${item.depthMm} mm`}
          parse={(t) => {
            const r = parseLength(t);
            return r.ok
              ? r.value.mm > 0 && r.value.mm <= 200
                ? { ok: true, value: r.value.mm }
                : fail("depth", "Between 0.1 and 200 mm.")
              : r;
          }}
          readAs={readAsMm}
          onCommit={(depthMm) => set({ depthMm })}
        />
        <button className="btn self-end" onClick={() => run("list.drop", { list: "part.work", of: part.id, keys: [item.id] })}>
          Remove
        </button>
      </div>
      <div className="mt-4 grid gap-8 desk:grid-cols-2">
        <Sideways label="Materials for the ground">
          <table className="plain">
            <tbody>
              {a.loose.map((m) => (
                <tr key={m.name}>
                  <td>{m.name}</td>
                  <td className="font-semibold">{formatMillilitres(m.ml)}</td>
                  <td>{formatMass(m.g)}</td>
                </tr>
              ))}
              <tr>
                <td>{recipe.glue.name}</td>
                <td className="font-semibold">{formatMillilitres(a.glueMl)}</td>
                <td className="text-soft">1 part</td>
              </tr>
              <tr>
                <td>water in it</td>
                <td className="font-semibold">{formatMillilitres(a.waterMl)}</td>
                <td className="text-soft">{recipe.glue.waterParts} parts</td>
              </tr>
              <tr>
                <td>alcohol or soapy water for wetting</td>
                <td className="font-semibold">{formatMillilitres(a.wetMl)}</td>
                <td />
              </tr>
              <tr>
                <td>weight on the board, wet and dry</td>
                <td className="font-semibold">{formatMass(a.wetG)}</td>
                <td className="font-semibold">{formatMass(a.dryG)}</td>
              </tr>
            </tbody>
          </table>
        </Sideways>
        <div>
          <ol className="ml-5 list-decimal">
            {recipe.steps.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ol>
          <p className="mt-2">
            {formatDuration(a.handsOnS)} of your time, then {formatDuration(recipe.waitS)} to dry.
          </p>
          <p className="text-soft">
            A grain of {grainMm} mm is {formatReal(grainMm * project.scene.scale.ratio)} in real life.{" "}
            {index > 0 ? `Comes after ${describeItem(part.work[index - 1], part, project).title.toLowerCase()}` : "Comes first"}
            {index + 1 < part.work.length ? `, before ${describeItem(part.work[index + 1], part, project).title.toLowerCase()}.` : "."}
          </p>
          <p className="mt-2 text-setting-ink">
            △ {recipe.cautions.map((c) => CAUTIONS[c].text).join(" ")} {CARE_FIRST}
          </p>
        </div>
      </div>
    </section>
  );
}
