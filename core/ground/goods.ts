/** What ground is bought as: the names by which amounts ask for it, and the ids by which stock is kept. */

export interface GroundGood {
  id: string;
  name: string;
}

export const GROUND_GOODS: readonly GroundGood[] = [
  { id: "fine-sand", name: "fine sand" },
  { id: "coarse-grit", name: "coarse grit" },
  { id: "clay-granules", name: "clay granules" },
  { id: "plaster", name: "plaster" },
  { id: "tile-grout", name: "tile grout" },
  { id: "ready-filler", name: "filler, ready mixed" },
  { id: "earth-paint", name: "earth paint" },
  { id: "water-effect", name: "water-based effect" },
  { id: "uv-resin", name: "UV resin" },
  { id: "two-part-resin", name: "two-part resin" },
  { id: "grass-fibres", name: "grass fibres" },
  { id: "leaves", name: "leaves and flock" },
];

const ofName = new Map(GROUND_GOODS.map((g) => [g.name, g.id]));

/** The id of what an amount is of; undefined for water, glue and what is not kept. */
export const groundGood = (name: string): string | undefined => ofName.get(name);
