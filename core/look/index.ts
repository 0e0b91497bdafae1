/** What a glance tells: first look, verdicts in a sentence, rows of tables and charts, counts at the stations. Rules in words, no drawing. */
export * from "./advice";
export * from "./changeRows";
export * from "./finishNotes";
export * from "./firstLook";
export * from "./jobs";
export * from "./lengthAnswer";
export * from "./meshNotes";
export * from "./mismatchRows";
export * from "./partRows";
export * from "./processVerdict";
export * from "./waiting";
export * from "./worthIt";
export * from "./plateSheet";
export * from "./prep";
export * from "./copiesWays";
export * from "./judgedSurfaces";
export * from "./book";
