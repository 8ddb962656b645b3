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
  // A test of the whole way has the outside services in hand, by the one helper that starts them or by itself.
  from:
    room === "server"
      ? { path: "^server/", pathNot: "\\.test\\.ts$|^server/src/testing/outside\\.ts$" }
      : { path: `^${room}/` },
  to: { path: `^(${all.filter((other) => other !== room && !rooms[room].includes(other)).join("|")})/(src|scripts)/` },
}));
// The core looks left only. A country stands in it twice: its rules (files of `au` and `nz`), which know nothing of a
// pay, and its pays, checks and documents (folders in them), which are made of the rules and the shared spine.
const order = [
  "quantity/",
  "calendar/",
  "rulebook/",
  "working/",
  "agreements/",
  "hours/",
  "(leave/|(au|nz)/[^/]+\\.ts$)",
  "pay/",
  "checks/",
  "(documents|hoursSheet)/",
  "(au|nz)/(pay|checks|documents)/",
  "countries/",
];
const coreRules = order.slice(0, -1).map((room, at) => ({
  name: `core-${room.replace(/[^a-z]+/gi, "-")}-looks-left`,
  severity: "error",
  from: { path: `^core/src/${room}`, pathNot: "\\.test\\.ts$" },
  // The spine names what the countries' lines and marks may be; only as types.
  to: {
    path: `^core/src/(${order.slice(at + 1).join("|")})`,
    ...(["pay/", "checks/"].includes(room) ? { dependencyTypesNot: ["type-only"] } : {}),
  },
}));
// Floors of the server, from the ground up: no room knows one above it, not by a type either. What an upper room adds to a
// lower one's act is handed in, with the context or as a list.
const floors = require("./server/floors.json").map(([room]) => room);
const serverRules = floors.slice(0, -1).map((room, at) => ({
  name: `server-${room}-knows-nothing-above`,
  severity: "error",
  from: { path: `^server/src/${room}/`, pathNot: "\\.test\\.ts$" },
  to: { path: `^server/src/((${floors.slice(at + 1).join("|")})/|[^/]+$)` },
}));
module.exports = {
  forbidden: [
    ...roomRules,
    ...coreRules,
    ...serverRules,
    {
      name: "au-and-leave-are-siblings",
      severity: "error",
      from: { path: "^core/src/au/[^/]+$" },
      to: { path: "^core/src/leave/" },
    },
    {
      name: "leave-and-au-are-siblings",
      severity: "error",
      from: { path: "^core/src/leave/" },
      to: { path: "^core/src/(au|nz)/" },
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
    ...[
      ["au", "nz"],
      ["nz", "au"],
    ].map(([own, other]) => ({
      name: `${own}-does-not-see-${other}`,
      severity: "error",
      from: { path: `^(core|contract|server|web)/src/.*${own}/`, pathNot: "\\.test\\.ts$" },
      to: { path: `^(core|contract|server|web)/src/.*/?${other}/` },
    })),
    {
      name: "countries-behind-their-value",
      severity: "error",
      from: {
        path: "^server/src/",
        pathNot: "^server/src/(au|nz|countries|demo|endure|testing|commands)/|\\.test\\.ts$",
      },
      to: { path: "^server/src/(au|nz)/" },
    },
    {
      name: "no-cycles",
      severity: "error",
      // Types count: what two files need of each other lies in a third.
      from: { pathNot: "\\.test\\.tsx?$" },
      to: { circular: true },
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
