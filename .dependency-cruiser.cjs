// The doors between the rooms of this project: each room may open only the doors listed here.
const only = (room, allowed) => ({
  name: `${room}-doors`,
  severity: "error",
  // A test may fetch what it needs from anywhere.
  from: { path: `^${room}/`, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^(core|workers|store|app|stand-ins|demo|cli|bench|e2e)/", pathNot: `^(${[room, ...allowed].join("|")})/` },
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    only("core", []),
    only("workers", ["core", "store"]),
    only("store", ["core"]),
    only("stand-ins", ["core"]),
    only("demo", ["core"]),
    only("cli", ["core", "store"]),
    only("app", ["core", "workers", "store", "demo", "stand-ins"]),
    {
      name: "core-has-no-interface",
      severity: "error",
      from: { path: "^core/", pathNot: "\\.test\\.ts$" },
      to: { path: "node_modules/(react|react-dom|react-router|dexie|@react-router|radix-ui)/" },
    },
    {
      name: "a-subject-is-entered-by-its-face",
      comment: "Inside core, one subject imports another through its index.ts only.",
      severity: "error",
      from: { path: "^core/([^/]+)/", pathNot: "\\.test\\.ts$" },
      to: { path: "^core/[^/]+/", pathNot: ["^core/$1/", "/index\\.ts$", "^core/stations/kinds\\.ts$"] },
    },
    {
      name: "stations-of-the-core-keep-apart",
      comment: "What several stations use lies beside them, or with its subject.",
      severity: "error",
      from: { path: "^core/stations/([^/]+)/", pathNot: "\\.test\\.ts$" },
      to: { path: "^core/stations/[^/]+/", pathNot: "^core/stations/$1/" },
    },
    {
      name: "kinds-of-work-know-no-rows",
      comment: "Rows hold work: its kinds know neither them, nor commands, nor the plan.",
      severity: "error",
      from: { path: "^core/(work/|stations/kinds\\.ts|stations/[^/]+/kinds/)", pathNot: "\\.test\\.ts$" },
      to: { path: "^core/(project|rows|plan|results|look)/" },
    },
    {
      name: "stations-keep-apart",
      comment:
        "A station imports no other station: what several use lies in app/shared. The frame holds the staff; all know the list of stations.",
      severity: "error",
      from: { path: "^app/features/([^/]+)/", pathNot: "\\.test\\.tsx?$" },
      to: { path: "^app/features/", pathNot: ["^app/features/$1/", "^app/features/staff/", "^app/features/stations\\.ts$"] },
    },
    {
      name: "what-is-shared-belongs-to-no-station",
      severity: "error",
      from: { path: "^app/(shared|ui|data)/", pathNot: "\\.test\\.tsx?$" },
      to: { path: "^app/(features|routes)/" },
    },
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { exportsFields: ["exports"], conditionNames: ["import", "require", "node", "default"] },
  },
};
