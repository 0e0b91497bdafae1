/**
 * Cautions that attach to steps, in short. Common practice, no source: the product's own safety data sheet, local rules and
 * licensed practice always come first, and these never replace them.
 */
export type CautionId =
  | "resin"
  | "sanding-dust"
  | "solvent-spray"
  | "heat"
  | "blade"
  | "instant-glue"
  | "alcohol"
  | "lamp"
  | "hot-parts"
  | "cement"
  | "epoxy"
  | "hot-glue"
  | "hung-printer"
  | "unwatched-print"
  | "solvent-brush"
  | "water-mist"
  | "powder"
  | "rotary"
  | "static"
  | "oily-rags"
  | "flame-and-solvent";

export interface Caution {
  short: string;
  text: string;
}

export const CAUTIONS: Record<CautionId, Caution> = {
  resin: {
    short: "gloves, open window",
    text: "Uncured resin: gloves, no skin contact, fresh air. Liquid and wipes are chemical waste until cured.",
  },
  "sanding-dust": {
    short: "mask, no dust in the room",
    text: "Sanding dust: a fitted mask; wet where the surface bears water, else catch the dust. Wipe part and bench damp, never sweep or blow.",
  },
  "solvent-spray": { short: "outdoors or booth, respirator", text: "Solvent spray: outdoors or in a booth, respirator, no flame near." },
  heat: {
    short: "flame: plain thick plastic only",
    text: "Flame and hot air on plastic: fumes, burns, fire. Clear the bench, keep water near.",
  },
  blade: { short: "cut away from the hand", text: "Blades: fresh blade, cut away from the hand, part on a mat." },
  "instant-glue": { short: "glue vapour, fingers", text: "Instant glue: fresh air, eye cover, keep solvent for fingers near." },
  alcohol: { short: "no flame, fresh air", text: "Alcohol: vapour burns. No flame or spark, fresh air, lid on." },
  lamp: { short: "eyes away from the lamp", text: "Curing lamp: do not look into it, cover the box." },
  "hot-parts": {
    short: "hot nozzle and bed",
    text: "Nozzle and bed are hot: let them cool before you reach in. Do not leave a printer alone without a smoke alarm.",
  },
  cement: { short: "gloves, dust mask", text: "Powder with cement is alkaline: gloves, dust mask, wash off at once." },
  "hot-glue": {
    short: "burns: it sticks while hot",
    text: "Hot glue sticks to skin while it burns it: keep fingers out, cold water near.",
  },
  "hung-printer": {
    short: "it may still heat",
    text: "A printer that hangs can go on heating. If its own buttons do nothing, switch it off at the mains.",
  },
  "unwatched-print": {
    short: "nobody awake: smoke alarm, nothing that burns near",
    text: "A printer that runs while you sleep: a smoke alarm that wakes you, nothing that burns near it. When in doubt, start it in the morning.",
  },
  "solvent-brush": {
    short: "fresh air, no flame",
    text: "Solvent by brush, wash or clean-up: fresh air through the room, lid on, no flame or spark, gloves. Residues and wipes go to hazardous waste.",
  },
  "water-mist": {
    short: "mask for the mist",
    text: "Water-based paint as mist: what floats is breathed in. A fitted mask and a booth or an open window.",
  },
  powder: {
    short: "mask for powder",
    text: "Pigment, talc and plaster powder float: a fitted mask, no draught, brush gently, wipe up damp.",
  },
  rotary: {
    short: "eye cover, part held fast",
    text: "Drill and rotary tool: eye cover, part in a vice, hair and sleeves away, low speed so that plastic does not melt.",
  },
  static: {
    short: "high voltage: not with a heart device",
    text: "A static applicator has high voltage: not for anybody with a heart device, no solvent or spray in the room, discharge it before you put it down.",
  },
  "oily-rags": {
    short: "rags flat or in water",
    text: "Rags with oil paint can heat and burn by themselves: spread them flat outdoors or keep them in water, in metal, with a lid.",
  },
  "flame-and-solvent": {
    short: "no flame this evening",
    text: "Solvent or alcohol is open or still airs: no flame and no hot air in that room this evening.",
  },
  epoxy: { short: "gloves", text: "Epoxy can sensitise skin: gloves, no skin contact until hard." },
};

export const CARE_FIRST = "The product's own safety data sheet and local rules come first.";
