/** Boards, groundwork, growth and water, carrying and the view: what stands under a scene and what it weighs. */
export * from "./amounts";
export * from "./bank";
export * from "./boards";
export * from "./carried";
export * from "./choose";
export * from "./cut";
export * from "./fromPlan";
export * from "./goods";
export * from "./methods";
export * from "./plan";
export * from "./pool";
export * from "./pours";
export * from "./read";
export * from "./references";
export * from "./said";
export * from "./section";
export * from "./view";
