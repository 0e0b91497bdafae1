/**
 * Recipes to begin with: the orders that practitioners work in, as roles. All of it is common practice, no source. Pots are wished for by
 * family and colour; which bottle it is, the rack says.
 */
import type { CoatFamily, CoatMethod, Sheen } from "../coat";
import type { Finish } from "../subject";
import { NEW_STEP, type Pot, type Recipe, type RecipeStep } from "./recipe";
import type { Role } from "./roles";

const POTS = {
  "black primer": ["water primer", "#1d1d1f", "matt"],
  "grey primer": ["water primer", "#84898b", "matt"],
  "white primer": ["water primer", "#e4e3de", "matt"],
  "brown primer": ["water primer", "#4a3a2c", "matt"],
  "gloss black": ["lacquer", "#0b0b0d", "gloss"],
  "dark grey": ["water acrylic", "#45484a", "matt"],
  "mid grey": ["water acrylic", "#7b7e7d", "matt"],
  "pale grey": ["water acrylic", "#b4b6b2", "matt"],
  "warm stone": ["water acrylic", "#9a8f7c", "matt"],
  "off-white": ["water acrylic", "#e2dccb", "matt"],
  "dark brown": ["water acrylic", "#3d2e24", "matt"],
  "mid earth": ["water acrylic", "#8a6b48", "matt"],
  "sand tone": ["water acrylic", "#bda273", "matt"],
  "pale sand": ["water acrylic", "#d9c9a3", "matt"],
  "brick red": ["water acrylic", "#8c4a34", "matt"],
  "brick orange": ["water acrylic", "#b06a44", "matt"],
  "dark metal": ["water acrylic", "#4b4d52", "satin"],
  "bright silver": ["water acrylic", "#b9bdc2", "satin"],
  "rust orange": ["water acrylic", "#a3562b", "matt"],
  "deep green": ["water acrylic", "#3c4a30", "matt"],
  "moss green": ["water acrylic", "#6d7a42", "matt"],
  "vehicle green": ["water acrylic", "#59603f", "matt"],
  "pale green": ["water acrylic", "#8a9068", "matt"],
  "deep blue": ["water acrylic", "#1f3550", "matt"],
  "mid blue": ["water acrylic", "#3d6a93", "matt"],
  "ice blue": ["water acrylic", "#a9cbd8", "matt"],
  "skin base": ["water acrylic", "#b27a58", "matt"],
  "pale skin": ["water acrylic", "#d9a581", "matt"],
  "cloth colour": ["water acrylic", "#6a3f45", "matt"],
  terracotta: ["water acrylic", "#a85a3c", "matt"],
  "hull colour": ["water acrylic", "#6b7782", "matt"],
  "second hue": ["water acrylic", "#a8483a", "matt"],
  "dark red earth": ["water acrylic", "#6f3b28", "matt"],
  "white ink": ["acrylic ink", "#f3f3ef", "satin"],
  "amber ink": ["acrylic ink", "#b5762c", "satin"],
  "metal ink": ["acrylic ink", "#9a9da1", "satin"],
  "brown-black wash": ["water wash", "#2b211a", "matt"],
  "brown-red wash": ["water wash", "#5a2e1f", "matt"],
  "grey-green wash": ["water wash", "#3b4234", "matt"],
  "red skin wash": ["water wash", "#7d3524", "matt"],
  "dark enamel wash": ["enamel wash", "#33291f", "matt"],
  "dust powder": ["pigment", "#a8967a", "matt"],
  "rust powder": ["pigment", "#9a5a30", "matt"],
  "mirror metal": ["mirror metal", "#cfd3d8", "gloss"],
  "wet effect": ["gloss effect", "#dfe6e6", "gloss"],
  "matt varnish": ["water varnish", "#e6e6df", "matt"],
  "gloss varnish": ["water varnish", "#e6e6df", "gloss"],
} as const satisfies Record<string, readonly [CoatFamily, string, Sheen]>;
type PotName = keyof typeof POTS;

const wanted = (name: PotName): Pot => {
  const [family, hex, sheen] = POTS[name];
  return { name: name[0].toUpperCase() + name.slice(1), family, hex, sheen };
};

type Said = Partial<Omit<RecipeStep, "id" | "role" | "paintId" | "wants" | "method" | "finish">>;
type Line = readonly [role: Role, pot: PotName, method: CoatMethod, finish: Finish, said?: Said];

const OVER_TOO_MUCH = "Tap on a little of the base colour with a sponge.";
const DUST_TOO_MUCH = "Mist a little of the base colour over it.";
const WASH_TOO_MUCH = "Lift it with a damp brush while it is wet.";
const dry = (said: Said = {}): Said => ({ brush: "large soft dry brush", ifTooMuch: OVER_TOO_MUCH, ...said });
const wash = (said: Said = {}): Said => ({ brush: "large round brush", judgeAfterMin: 60, ifTooMuch: WASH_TOO_MUCH, ...said });
const large: Said = { brush: "large flat brush" };

const matt: Line = ["all over", "matt varnish", "spray", "good"];

interface Starter {
  id: string;
  name: string;
  school: string;
  lines: readonly Line[];
}

const LIST: readonly Starter[] = [
  {
    id: "quick-ruins",
    name: "Quick ruins",
    school: "dark to light, an evening",
    lines: [
      ["all over", "black primer", "brush", "table", large],
      ["all over", "dark grey", "stipple", "table", { brush: "old stiff brush" }],
      ["raised", "pale grey", "dry brush", "table", dry()],
      ["recesses", "brown-black wash", "wash", "good", wash()],
      ["tips", "off-white", "dry brush", "good", dry()],
      ["foot", "dust powder", "dust", "display", { ifTooMuch: DUST_TOO_MUCH }],
    ],
  },
  {
    id: "bark",
    name: "Bark and roots",
    school: "three dry-brushed tones",
    lines: [
      ["all over", "brown primer", "brush", "table", large],
      ["raised", "mid earth", "dry brush", "table", dry({ looksSo: "Too orange on purpose: the wash mutes it." })],
      ["raised", "sand tone", "dry brush", "table", dry()],
      ["recesses", "brown-black wash", "wash", "good", wash()],
      ["tips", "pale sand", "dry brush", "good", dry()],
      ["foot", "moss green", "sponge", "display", { brush: "torn foam" }],
    ],
  },
  {
    id: "timber",
    name: "Timber, weathered",
    school: "dark to light, then muted",
    lines: [
      ["all over", "grey primer", "spray", "table"],
      ["all over", "dark brown", "brush", "table", large],
      ["raised", "mid earth", "dry brush", "table", dry({ looksSo: "Too orange on purpose: the wash mutes it." })],
      ["recesses", "brown-black wash", "wash", "table", wash()],
      ["tips", "sand tone", "dry brush", "good", dry()],
      ["foot", "dust powder", "dust", "good", { ifTooMuch: DUST_TOO_MUCH }],
      ["all over", "matt varnish", "spray", "display"],
    ],
  },
  {
    id: "dark-metal",
    name: "Dark metal",
    school: "metal dry-brushed over black",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["raised", "dark metal", "dry brush", "table", dry()],
      ["tips", "bright silver", "dry brush", "table", dry({ brush: "small dry brush" })],
      ["recesses", "brown-red wash", "wash", "good", wash()],
      ["foot", "rust orange", "sponge", "good", { brush: "torn foam" }],
      ["recesses", "rust powder", "dust", "display", { ifTooMuch: "Blow it off, or wipe with a damp brush." }],
    ],
  },
  {
    id: "large-hull",
    name: "Large hull",
    school: "airbrushed, light from above",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["all over", "hull colour", "airbrush", "table", { coats: 2, thinning: 1 }],
      ["from above", "pale grey", "airbrush", "table", { thinning: 2, looksSo: "Chalky until the washes bind it." }],
      [
        "lines",
        "dark enamel wash",
        "line in",
        "good",
        { brush: "fine liner", ifTooMuch: "Wipe along the line with a flat brush and white spirit." },
      ],
      ["tips", "bright silver", "sponge", "good", { brush: "torn foam" }],
      ["foot", "dust powder", "dust", "display", { ifTooMuch: DUST_TOO_MUCH }],
      ["all over", "matt varnish", "spray", "display"],
    ],
  },
  {
    id: "brick-by-brick",
    name: "Brick by brick",
    school: "single bricks, joints left dark",
    lines: [
      ["all over", "black primer", "brush", "table", large],
      ["raised", "brick red", "dry brush", "table", dry({ brush: "flat brush, side on" })],
      ["picked out", "brick orange", "pick out", "good", { where: "every fifth brick", brush: "small flat brush" }],
      ["picked out", "dark red earth", "pick out", "good", { where: "every seventh brick", brush: "small flat brush" }],
      ["lines", "off-white", "wash", "good", wash({ thinning: 3, looksSo: "The joints look too white until they are dry." })],
      ["recesses", "brown-black wash", "wash", "display", wash()],
      matt,
    ],
  },
  {
    id: "stone-blotches",
    name: "Stone by blotches",
    school: "undertones under thin grey",
    lines: [
      ["all over", "grey primer", "brush", "table", large],
      ["surface", "deep blue", "sponge", "table", { where: "blotches", share: 0.15, looksSo: "Much too strong: the grey takes it back." }],
      ["surface", "mid earth", "sponge", "table", { where: "blotches", share: 0.15, looksSo: "Much too strong: the grey takes it back." }],
      ["all over", "mid grey", "brush", "table", { thinning: 2, brush: "large flat brush" }],
      ["raised", "pale grey", "dry brush", "table", dry()],
      ["recesses", "brown-black wash", "wash", "good", wash()],
      ["tips", "off-white", "dry brush", "good", dry()],
    ],
  },
  {
    id: "half-timber",
    name: "Small half-timber",
    school: "large surface first, then the beams",
    lines: [
      ["all over", "grey primer", "brush", "table", large],
      ["surface", "off-white", "brush", "table", { where: "panels", share: 0.6, coats: 2 }],
      ["surface", "dark brown", "brush", "table", { where: "beams", share: 0.25, brush: "medium round brush" }],
      ["recesses", "brown-black wash", "wash", "good", wash({ thinning: 1 })],
      ["tips", "mid earth", "dry brush", "good", dry({ where: "beams", brush: "small dry brush" })],
      matt,
    ],
  },
  {
    id: "plaster",
    name: "Plaster and pavement",
    school: "pale, dirt from the ground up",
    lines: [
      ["all over", "grey primer", "brush", "table", large],
      ["all over", "warm stone", "brush", "table", large],
      ["all over", "pale sand", "stipple", "table", { brush: "old stiff brush" }],
      ["lines", "brown-black wash", "line in", "good", { brush: "fine liner" }],
      ["foot", "grey-green wash", "wash", "good", wash({ thinning: 3, looksSo: "Strong while wet, almost gone when dry." })],
      ["foot", "dust powder", "dust", "display", { ifTooMuch: DUST_TOO_MUCH }],
    ],
  },
  {
    id: "concrete",
    name: "Concrete by airbrush",
    school: "airbrushed shade, no wash",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["all over", "mid grey", "airbrush", "table", { thinning: 1 }],
      ["from above", "pale grey", "airbrush", "table", { thinning: 2 }],
      ["foot", "dark brown", "airbrush", "good", { thinning: 4, ifTooMuch: DUST_TOO_MUCH }],
      ["tips", "off-white", "dry brush", "good", dry()],
      matt,
    ],
  },
  {
    id: "armour-tones",
    name: "Four tones on armour",
    school: "dark to light in four tones",
    lines: [
      ["all over", "brown primer", "spray", "table"],
      ["all over", "deep green", "airbrush", "table", { thinning: 1 }],
      ["from above", "vehicle green", "airbrush", "table", { thinning: 1 }],
      ["raised", "pale green", "dry brush", "table", dry()],
      ["all over", "gloss varnish", "airbrush", "good", { thinning: 1, looksSo: "Shiny: washes and decals want it so." }],
      ["lines", "dark enamel wash", "line in", "good", { brush: "fine liner", ifTooMuch: "Wipe with a flat brush and white spirit." }],
      ["all over", "matt varnish", "airbrush", "good", { thinning: 1 }],
      ["foot", "dust powder", "dust", "display", { ifTooMuch: DUST_TOO_MUCH }],
    ],
  },
  {
    id: "skin-and-cloth",
    name: "Skin and cloth",
    school: "thin layers, dry between",
    lines: [
      ["all over", "grey primer", "airbrush", "table"],
      ["surface", "skin base", "brush", "table", { where: "skin", share: 0.15, coats: 2, brush: "small round brush" }],
      ["surface", "cloth colour", "brush", "table", { where: "cloth", share: 0.5, coats: 2, brush: "medium round brush" }],
      ["recesses", "red skin wash", "wash", "good", wash({ where: "skin", thinning: 1, brush: "small round brush" })],
      ["raised", "pale skin", "brush", "good", { where: "skin", share: 0.06, thinning: 0.5, brush: "fine round brush" }],
      ["picked out", "metal ink", "pick out", "display", { where: "buckles and blades", brush: "fine liner" }],
      matt,
    ],
  },
  {
    id: "wet-creature",
    name: "Black wet creature",
    school: "metal sheen under gloss",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["raised", "bright silver", "dry brush", "table", dry({ looksSo: "Too bright: the wash darkens it." })],
      ["all over", "grey-green wash", "wash", "table", wash()],
      ["tips", "ice blue", "dry brush", "good", dry({ brush: "small dry brush" })],
      ["all over", "wet effect", "brush", "good", { brush: "soft flat brush", ifTooMuch: "Wipe it off the raised parts while it is wet." }],
    ],
  },
  {
    id: "ice-and-water",
    name: "Ice and deep water",
    school: "dark base, ever paler crests",
    lines: [
      ["all over", "black primer", "brush", "table", large],
      ["all over", "deep blue", "brush", "table", large],
      ["raised", "mid blue", "dry brush", "table", dry({ coats: 2 })],
      ["raised", "ice blue", "dry brush", "table", dry()],
      ["tips", "white ink", "dry brush", "good", dry({ brush: "small dry brush" })],
      ["all over", "wet effect", "brush", "good", { brush: "soft flat brush", coats: 2 }],
    ],
  },
  {
    id: "desert-rock",
    name: "Desert rock",
    school: "red below, sand above",
    lines: [
      ["all over", "brown primer", "brush", "table", large],
      ["all over", "dark red earth", "brush", "table", { thinning: 0.5, brush: "large flat brush" }],
      ["raised", "sand tone", "dry brush", "table", dry()],
      ["tips", "pale sand", "dry brush", "good", dry()],
      ["foot", "dust powder", "dust", "good", { ifTooMuch: DUST_TOO_MUCH }],
    ],
  },
  {
    id: "bone",
    name: "Bone",
    school: "washes over white",
    lines: [
      ["all over", "white primer", "spray", "table"],
      ["all over", "amber ink", "wash", "table", wash({ thinning: 2, looksSo: "Far too yellow: the off-white covers it." })],
      ["recesses", "brown-black wash", "wash", "table", wash()],
      ["raised", "off-white", "dry brush", "table", dry()],
      matt,
    ],
  },
  {
    id: "shingles",
    name: "Shingles by washes",
    school: "washes over white, wet in wet",
    lines: [
      ["all over", "white primer", "spray", "table"],
      ["all over", "brown-red wash", "wash", "table", wash({ thinning: 1 })],
      ["all over", "brown-black wash", "wash", "table", wash({ wet: true, looksSo: "Blotchy: it settles as it dries." })],
      ["picked out", "grey-green wash", "pick out", "good", { where: "single shingles", brush: "small flat brush" }],
      ["tips", "sand tone", "dry brush", "good", dry()],
      matt,
    ],
  },
  {
    id: "mirror-metal",
    name: "Mirror metal",
    school: "gloss black below, nothing dull above",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["all over", "gloss black", "spray", "table", { judgeAfterMin: 720, ifTooMuch: "Let it harden, polish out runs, spray again." }],
      ["all over", "mirror metal", "airbrush", "table", { coats: 2, ifTooMuch: "It turns grey where it is wet: let it dry, mist again." }],
      ["bare", "mirror metal", "airbrush", "table", { where: "glazing and joints" }],
    ],
  },
  {
    id: "flyer",
    name: "Flyer in two hues",
    school: "two colours, edges picked out",
    lines: [
      ["all over", "grey primer", "spray", "table"],
      ["all over", "hull colour", "airbrush", "table", { thinning: 1 }],
      ["surface", "second hue", "airbrush", "table", { where: "wings and nose", share: 0.25, thinning: 1 }],
      ["lines", "brown-black wash", "line in", "good", { brush: "fine liner" }],
      ["tips", "off-white", "dry brush", "good", dry({ brush: "small dry brush" })],
      ["picked out", "white ink", "pick out", "display", { where: "lights and numbers", brush: "fine liner", every: 3 }],
      matt,
    ],
  },
  {
    id: "small-wet-animals",
    name: "Small wet animals",
    school: "base, wash, shine",
    lines: [
      ["all over", "grey primer", "brush", "table"],
      ["all over", "moss green", "brush", "table", { brush: "medium round brush" }],
      ["recesses", "brown-black wash", "wash", "table", wash({ brush: "medium round brush" })],
      ["picked out", "sand tone", "pick out", "good", { where: "bellies", brush: "small round brush", every: 3 }],
      ["all over", "wet effect", "brush", "good", { brush: "soft round brush" }],
    ],
  },
  {
    id: "lit-tile",
    name: "Lit tile",
    school: "black outside, light comes through",
    lines: [
      ["bare", "black primer", "brush", "table", { where: "what the light shines through" }],
      ["inside", "white primer", "brush", "table", { looksSo: "White inside throws the light back." }],
      ["surface", "black primer", "brush", "table", { where: "outside", share: 0.9, coats: 2, brush: "large flat brush" }],
      ["raised", "dark grey", "dry brush", "table", dry()],
      [
        "surface",
        "amber ink",
        "brush",
        "good",
        { where: "what the light shines through", share: 0.08, thinning: 1, brush: "soft round brush" },
      ],
      ["tips", "pale grey", "dry brush", "good", dry({ brush: "small dry brush" })],
    ],
  },
  {
    id: "cans-and-tape",
    name: "Cans and tape",
    school: "sprayed fields with sharp borders",
    lines: [
      ["all over", "grey primer", "spray", "table"],
      ["all over", "off-white", "spray", "table"],
      ["surface", "terracotta", "spray", "table", { where: "between the tape", share: 0.3 }],
      ["tips", "mid grey", "sponge", "good", { brush: "torn foam" }],
      matt,
    ],
  },
  {
    id: "frost",
    name: "Frost",
    school: "pale from above, white on the very tips",
    lines: [
      ["all over", "grey primer", "spray", "table"],
      ["all over", "mid grey", "brush", "table", { brush: "large flat brush" }],
      ["from above", "ice blue", "from above", "table", { looksSo: "Too blue: the white on top makes it cold." }],
      ["tips", "off-white", "dry brush", "good", dry({ brush: "small dry brush" })],
      matt,
    ],
  },
  {
    id: "rust",
    name: "Rust",
    school: "dark metal, rust in three tones, powder last",
    lines: [
      ["all over", "black primer", "spray", "table"],
      ["all over", "dark red earth", "brush", "table", { brush: "large flat brush" }],
      ["raised", "rust orange", "sponge", "table", { share: 0.3, brush: "torn foam" }],
      ["recesses", "brown-red wash", "wash", "good", wash()],
      ["tips", "dark metal", "dry brush", "good", dry({ brush: "small dry brush" })],
      matt,
      [
        "recesses",
        "rust powder",
        "dust",
        "display",
        { brush: "soft round brush", ifTooMuch: "Blow it off, or lift it with a damp brush." },
      ],
    ],
  },
  {
    id: "painted-water",
    name: "Painted water",
    school: "dark depth to pale crests, shine last",
    lines: [
      ["all over", "black primer", "brush", "table"],
      ["all over", "deep blue", "brush", "table", { brush: "large flat brush" }],
      ["raised", "mid blue", "dry brush", "table", dry({ coats: 2 })],
      ["tips", "ice blue", "dry brush", "good", dry({ brush: "small dry brush" })],
      ["picked out", "white ink", "pick out", "good", { where: "crests", brush: "fine liner" }],
      ["all over", "wet effect", "brush", "good", { coats: 2, brush: "soft round brush" }],
    ],
  },
  {
    id: "sludge",
    name: "Sludge and scum",
    school: "blotches under shine",
    lines: [
      ["all over", "brown primer", "brush", "table"],
      ["all over", "deep green", "brush", "table", { brush: "large flat brush" }],
      ["raised", "moss green", "stipple", "table", { brush: "old stiff brush" }],
      ["recesses", "brown-black wash", "wash", "good", wash()],
      ["all over", "wet effect", "brush", "good", { coats: 2, brush: "soft round brush" }],
    ],
  },
  {
    id: "flame",
    name: "Flame that glows",
    school: "light comes through what is left bare",
    lines: [
      ["bare", "white primer", "brush", "table", { where: "the foot of the flame, where the light goes in" }],
      ["all over", "gloss varnish", "brush", "table", { looksSo: "Clear: it only closes the surface for the ink." }],
      ["from above", "amber ink", "airbrush", "table", { share: 0.7, thinning: 1 }],
      ["tips", "brown-red wash", "wash", "table", wash({ share: 0.15, thinning: 1 })],
      ["tips", "black primer", "dry brush", "good", dry({ brush: "small dry brush", where: "soot on the very tips" })],
    ],
  },
];

const recipeOf = ({ id, name, school, lines }: Starter): Recipe => ({
  id: `starter-${id}`,
  name,
  school,
  steps: lines.map(([role, pot, method, finish, said = {}], i) => ({
    ...NEW_STEP,
    id: `s${i + 1}`,
    role,
    wants: wanted(pot),
    method,
    finish,
    ...said,
  })),
});

export const STARTERS: readonly Recipe[] = LIST.map(recipeOf);
