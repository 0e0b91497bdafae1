/** Name and moment of the demo scene, apart from the code that builds it. */
export const DEMO_ID = "saltmarsh-sluice";
/** The moment the demo is told at: a Thursday evening. Times are moved to the reader's own now when it is opened. */
export const DEMO_NOW = Date.UTC(2026, 0, 8, 18, 50);
