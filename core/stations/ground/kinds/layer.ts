/** A layer of a zone of ground, as the zone says it: its method, depth and area are said at Ground. */
import { field } from "../../../field";
import { groundAmounts, methodById } from "../../../ground";
import { only, type Surroundings, type WorkKind } from "../../../work";
import { takingOf } from "../taking";

export interface LayerWork {
  id: string;
  kind: "layer";
  /** Which layer of the scene. */
  layerId: string;
}

const layerOf = (item: LayerWork, at: Surroundings) => {
  const layer = at.layer?.(item.layerId);
  const method = layer && methodById(layer.methodId);
  return layer && method ? { layer, method } : undefined;
};

export const layer: WorkKind<LayerWork> = {
  kind: "layer",
  many: "layers of ground",
  fields: { layerId: field.row("Layer", "layers") },
  station: "ground",
  words: (item, at) => {
    const found = layerOf(item, at);
    if (!found) return { title: "Ground: a deleted layer", detail: "" };
    return { title: found.layer.words, detail: `${(found.layer.areaMm2 / 100).toFixed(0)} cm², ${found.layer.depthMm} mm` };
  },
  refers: () => [],
  film: (item, at) => {
    const found = layerOf(item, at);
    // Zones lie side by side: only layers of one touch.
    return found?.method.family
      ? { name: found.method.name, family: found.method.family, method: "pour", coats: 1, hex: "#b39b70", place: found.layer.zoneId }
      : null;
  },
  counts: () => null,
  // Zones are laid in one sitting, layers of one zone one over the other.
  beside: (item, earlier, at) => {
    const [own, other] = [at.layer?.(item.layerId), at.layer?.(earlier.layerId)];
    return own !== undefined && other !== undefined && own.zoneId !== other.zoneId;
  },
  steps: (item, task) => {
    const found = layerOf(item, task);
    if (!found) return [];
    const { layer: l, method } = found;
    const { pours, handsOnS, waitS, items } = groundAmounts(method, l);
    const mixed = items.map((i) => `${(i.ml > 0 ? i.ml : i.g).toFixed(1)} ${i.ml > 0 ? "ml" : "g"} ${i.name}`).join(", ");
    // A session sets up once; what is poured in layers is taken up again each time.
    const session = { key: `ground ${method.id}`, group: `ground ${method.id}`, title: method.name, setUpS: method.setUpS };
    const eachS = (waitS - method.hardS) / Math.max(1, pours - 1);
    return Array.from({ length: pours }, (_, i) => ({
      name: String(i),
      title: pours === 1 ? l.words : `${l.words}: pour ${i + 1} of ${pours}`,
      handsOnS: handsOnS / pours,
      // Dust goes on when it is firm, paint when it is dry: what comes over it says, as the coat check does.
      waitS: i + 1 < pours ? eachS : Math.max(method.firmS, task.waitForNext(item.id) ?? method.hardS),
      cautions: [...method.cautions],
      pieces: 1,
      session,
      takes: takingOf(items, 1 / pours),
      rests: { method: method.name, areaMm2: l.areaMm2, depthMm: l.depthMm / pours, ...(mixed ? { mixed } : {}) },
    }));
  },
};

export const layersIn = only<LayerWork>("layer");
