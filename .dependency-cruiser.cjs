// Doors open one way: see docs/decisions/0001-rooms.md. Each rule names the room and what it must not import.
const rooms = {
  core: [],
  contract: ["core"],
  server: ["core", "contract"],
  web: ["core", "contract"],
  standins: [],
  e2e: [],
};
const all = Object.keys(rooms);
const roomRules = all.map((room) => ({
  name: `${room}-imports`,
  severity: "error",
  from: { path: `^${room}/` },
  to: { path: `^(${all.filter((other) => other !== room && !rooms[room].includes(other)).join("|")})/(src|scripts)/` },
}));
const order = [
  "quantity",
  "calendar",
  "rulebook",
  "working",
  "agreements",
  "hours",
  "(au|nz|leave)",
  "pay",
  "checks",
  "(lodgement|payments|journals|payslips|hoursSheet)",
  "countries",
];
const coreRules = order.slice(0, -1).map((room, at) => ({
  name: `core-${room}-looks-left`,
  severity: "error",
  from: { path: `^core/src/${room}/`, pathNot: "\\.test\\.ts$" },
  to: { path: `^core/src/(${order.slice(at + 1).join("|")})/` },
}));
module.exports = {
  forbidden: [
    ...roomRules,
    ...coreRules,
    {
      name: "au-and-leave-are-siblings",
      severity: "error",
      from: { path: "^core/src/au/" },
      to: { path: "^core/src/leave/" },
    },
    {
      name: "leave-and-au-are-siblings",
      severity: "error",
      from: { path: "^core/src/leave/" },
      to: { path: "^core/src/au/" },
    },
    {
      name: "core-is-pure",
      severity: "error",
      from: { path: "^core/src/", pathNot: "\\.test\\.ts$" },
      to: { dependencyTypes: ["core"] },
    },
    {
      name: "places-do-not-see-each-other",
      severity: "error",
      from: { path: "^web/src/places/([^/]+)/" },
      to: { path: "^web/src/places/", pathNot: "^web/src/places/$1/" },
    },
    {
      name: "parts-below-places",
      severity: "error",
      from: { path: "^web/src/(parts|state)/" },
      to: { path: "^web/src/(places|app)/" },
    },
    {
      name: "countries-do-not-see-each-other",
      severity: "error",
      from: { path: "^(server|web)/src/(?:countries/)?(au|nz)/", pathNot: "\\.test\\.ts$" },
      to: { path: "^(server|web)/src/(?:countries/)?(au|nz)/", pathNot: "^$1/src/(?:countries/)?$2/" },
    },
    {
      name: "countries-behind-their-value",
      severity: "error",
      from: { path: "^server/src/", pathNot: "^server/src/(au|nz|countries|demo)/|\\.test\\.ts$" },
      to: { path: "^server/src/(au|nz)/", dependencyTypesNot: ["type-only"] },
    },
    {
      name: "no-cycles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "(^|/)(dist|node_modules|data)/" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.base.json" },
    enhancedResolveOptions: {
      extensions: [".ts", ".tsx", ".js", ".mjs", ".json"],
      exportsFields: ["exports"],
      conditionNames: ["import", "default"],
    },
  },
};
