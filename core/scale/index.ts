export * from "./detailFloor";
export * from "./eye";
export * from "./railwayScales";
export * from "./ratio";
export * from "./realThings";
