/** Growth and water: what grows by its real height, bags to buy, steep places; and what is poured, layer by layer. */
import { POURS, poolMl, sinkMm } from "~core/ground";
import { kilograms, type LayerSum, type ZoneSum } from "~core/look";
import { figureHeightMm } from "~core/scale";
import { formatArea, formatDuration, formatMillilitres, formatMm, formatReal } from "~core/units";
import { Page, Section } from "~app/shared/Page";
import { useProject } from "~app/shared/scene";
import { Sideways } from "~app/ui/sideways";
import { Cautions } from "../Cautions";
import { GroundLeaves } from "../GroundLeaves";
import { useBoard, type AtHand } from "~app/shared/useBoard";
import { HeightsDrawing } from "./HeightsDrawing";

/** Fibres stand up by a field that steep places bend, degrees. Common practice, no source. */
const STEEP_DEG = 40;
/** Farther from an edge than this a stick is needed, mm. Common practice, no source. */
const FAR_MM = 400;
/** Of prints, g/ml: hollow ones float sooner. From memory. */
const PRINTS = [
  { name: "a filament print, mostly hollow", gMl: 0.5 },
  { name: "a resin print, solid", gMl: 1.18 },
];

interface Found {
  zone: ZoneSum;
  layer: LayerSum;
}

const layersOf = (hand: AtHand, kind: "growth" | "pour"): Found[] =>
  (hand.sum?.zones ?? []).flatMap((zone) => zone.layers.filter((l) => l.method.makeup.kind === kind).map((layer) => ({ zone, layer })));

export default function GrowthPage() {
  const { scene } = useProject();
  const hand = useBoard();
  const grows = layersOf(hand, "growth").sort((a, b) => a.layer.layer.depthMm - b.layer.layer.depthMm);
  const pours = layersOf(hand, "pour");
  const far = hand.board ? Math.max(...farIn(hand)) > FAR_MM : false;
  return (
    <Page
      title="Growth and water"
      sub="low and dark first, the last bubbles last"
      cells={[
        { label: "bags", value: grows.reduce((n, g) => n + g.layer.amounts.bags, 0).toFixed(1) },
        { label: "to pour", value: formatMillilitres(pours.reduce((n, p) => n + p.layer.amounts.items[0].ml, 0)) },
      ]}
    >
      <GroundLeaves />
      {grows.length + pours.length > 0 && <HeightsDrawing grows={grows} pours={pours} figureMm={figureHeightMm(scene.scale)} />}
      <Section title="What grows">
        {grows.length === 0 ? (
          <p className="max-w-prose text-soft">
            Nothing grows yet. Give a zone of grass or scrub its layer at Layers: fibres of 2 mm first, longer and brighter ones on top.
          </p>
        ) : (
          <Sideways label="What grows">
            <table className="plain">
              <thead>
                <tr>
                  <th>Zone</th>
                  <th>What</th>
                  <th className="text-right">Height</th>
                  <th className="text-right">In real life</th>
                  <th className="text-right">Area</th>
                  <th className="text-right">Bags</th>
                  <th className="text-right">Time</th>
                  <th>Watch</th>
                </tr>
              </thead>
              <tbody>
                {grows.map(({ zone, layer }) => (
                  <tr key={layer.layer.id}>
                    <td className="font-semibold">{zone.zone.name}</td>
                    <td>{layer.method.name.toLowerCase()}</td>
                    <td className="text-right">{formatMm(layer.layer.depthMm)}</td>
                    <td className="text-right">{formatReal(layer.layer.depthMm * scene.scale.ratio)}</td>
                    <td className="text-right">{formatArea(zone.areaMm2)}</td>
                    <td className="text-right">{layer.amounts.bags.toFixed(2)}</td>
                    <td className="text-right">{formatDuration(layer.amounts.handsOnS)}</td>
                    <td>
                      {zone.zone.levelMm !== 0 && zone.zone.slopeDeg > STEEP_DEG && layer.method.id === "fibres" ? (
                        <span className="note-act">
                          ▲ Fibres lie down on its banks of {zone.zone.slopeDeg}°: a stick and patience, or leaves
                        </span>
                      ) : (
                        <span className="text-soft">
                          {layer.layer.depthMm * scene.scale.ratio > 1000 && layer.method.id === "fibres"
                            ? "taller than a man’s waist: reeds, not a lawn"
                            : ""}
                        </span>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Sideways>
        )}
        <p className="mt-2 max-w-prose text-soft">
          Every tuft, bush and prop needs a root: moss, earth, a crack. Set it where two materials meet, and cover its glue with earth or
          leaves. The darkest and shortest first, the brightest on the highest points last. Judge the colour of soil after the grass is on.
          {far && " Parts of this board are over 40 cm from every edge: plant them from the middle outwards."}
        </p>
        {grows[0] && <Cautions method={grows[0].layer.method} />}
      </Section>
      <Section title="Water and slime">
        {pours.length === 0 && (
          <p className="max-w-prose text-soft">
            Nothing is poured on this board. Make a zone of water at Plan, cut it in, and give it a layer at Layers.
          </p>
        )}
        {pours.map((p) => (
          <Pour key={p.layer.layer.id} found={p} hand={hand} />
        ))}
      </Section>
    </Page>
  );
}

const farIn = (hand: AtHand): number[] => {
  const ring = hand.board!.outlineMm;
  const xs = ring.filter((_, i) => i % 2 === 0),
    ys = ring.filter((_, i) => i % 2 === 1);
  return [Math.min(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) / 2];
};

/** Depth from which a false bottom saves a layer, mm. Common practice, no source. */
const DEEP_MM = 6;

function Pour({ found: { zone, layer }, hand }: { found: Found; hand: AtHand }) {
  const { makeup } = layer.method;
  if (makeup.kind !== "pour") return null;
  const product = POURS[makeup.product];
  const { pours, items, waitS, dryG } = layer.amounts;
  const each = layer.layer.depthMm / pours;
  const standing = hand.faults.flatMap((f) => (f.kind === "water" && f.zoneId === zone.zone.id ? [f.id] : []));
  const under = zone.layers.slice(0, zone.layers.indexOf(layer)).reduce((sum, l) => sum + l.layer.depthMm, 0);
  const overMm = under + layer.layer.depthMm + Math.min(0, zone.zone.levelMm);
  // Banks lean in: a lower pour is smaller than the one above it.
  const fills = (mm: number): number => poolMl(zone.zone, hand.board!, mm);
  const mlOf = (i: number): number =>
    (items[0].ml * (fills((i + 1) * each) - fills(i * each))) / Math.max(1e-9, fills(layer.layer.depthMm));
  const mixGMl = items[0].g / items[0].ml;
  return (
    <div className="mt-2 border-b border-rule pb-3">
      <h3 className="text-lg">
        {zone.zone.name}: {formatMm(layer.layer.depthMm)} of {product.label}
      </h3>
      <p>
        {formatMillilitres(items[0].ml)} in {pours} {pours === 1 ? "pour" : `pours of ${formatMm(Math.round(each * 10) / 10)}`}
        {pours > 1 && `, ${formatDuration(product.waitS)} between them`}; {formatDuration(waitS)} until it is hard, {kilograms(dryG)}.
        {product.leaves < 1 && ` It shrinks to ${Math.round(product.leaves * 100)} %.`}
      </p>
      <Sideways label="Pours">
        <table className="plain">
          <thead>
            <tr>
              <th>Pour</th>
              <th className="text-right">From</th>
              <th className="text-right">To</th>
              <th className="text-right">Millilitres</th>
              <th>In it</th>
            </tr>
          </thead>
          <tbody>
            {Array.from({ length: pours }, (_, i) => (
              <tr key={i}>
                <td>{i + 1}</td>
                <td className="text-right">{formatMm(Math.round(i * each * 10) / 10)}</td>
                <td className="text-right">{formatMm(Math.round((i + 1) * each * 10) / 10)}</td>
                <td className="text-right">{formatMillilitres(mlOf(i))}</td>
                <td className="text-soft">{i + 1 === pours ? "bubbles and ripples here, nowhere below" : "the darkest tint lowest"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Sideways>
      <ul className="mt-1 text-soft">
        {layer.layer.depthMm > DEEP_MM && (
          <li>
            A false bottom saves material: what lies deeper than {formatMm(DEEP_MM)} need not be clear. Raise it with foam, painted dark.
          </li>
        )}
        {PRINTS.map((p) => (
          <li key={p.name}>
            Of 10 mm of {p.name}, {formatMm(Math.round(sinkMm(10, p.gMl, mixGMl) * 10) / 10)} sink in
            {p.gMl < mixGMl ? ": pin it down, it floats" : ""}.
          </li>
        ))}
        <li>Nothing is glued on it afterwards but with the same again: {layer.method.keepOff}.</li>
      </ul>
      {standing.length > 0 && (
        <p className="text-setting-ink">
          △ {standing.map(hand.nameOf).join(", ")} stand in it: set and sealed before the first pour, slots and clips kept clear.
        </p>
      )}
      {overMm > 0.05 && (
        <p className="note-act">
          ▲{" "}
          {zone.zone.levelMm >= 0
            ? "Its bed is not cut in: without a dam all round it runs off. Set its level at Plan below 0."
            : `It stands ${formatMm(Math.round(overMm * 10) / 10)} higher than its bed is deep: pour less, dam it, or cut the bed deeper at Plan.`}
        </p>
      )}
      <p className="text-soft">{product.says}</p>
      <Cautions method={layer.method} />
    </div>
  );
}
