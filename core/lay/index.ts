/** Outlines on a plane, laid and packed: by plates of a printer, by boards of a scene, by mats and cut lists. */
export * from "./bed";
export * from "./bits";
export * from "./faults";
export * from "./foot";
export * from "./footprint";
export * from "./meets";
export * from "./nest";
export * from "./rings";
export * from "./stance";
