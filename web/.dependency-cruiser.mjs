/**
 * The rooms of the front end, from what stands on others down to what all of them stand on. Each imports only from
 * those below it, and a screen from another only where that is named here.
 */
const ROOMS = [
  { screens: ["bench", "practice", "openings", "cut"] },
  { screens: ["history"] },
  { screens: ["crew", "headers", "plan"] },
  { screens: ["jobs", "order", "pole", "site", "standards"] },
  { rooms: ["ways"] },
  { rooms: ["drawing"] },
  { rooms: ["line"] },
  { rooms: ["app"] },
  { rooms: ["outbox"] },
  { rooms: ["api"] },
  { rooms: ["device"] },
  { rooms: ["language"] },
];

const named = (floor) => floor.rooms ?? floor.screens;
const inside = (rooms) => `^src/(${rooms.join("|")})/`;

const downward = ROOMS.slice(1).map((floor, index) => ({
  name: `${named(floor).join(", ")} know nothing of what stands on them`,
  severity: "error",
  from: { path: inside(named(floor)) },
  to: { path: inside(ROOMS.slice(0, index + 1).flatMap(named)) },
}));

const apart = ROOMS.flatMap(named).map((room) => {
  const beside = ROOMS.map(named)
    .find((rooms) => rooms.includes(room))
    .filter((other) => other !== room);
  return {
    name: `${room} knows nothing of what stands beside it`,
    severity: "error",
    from: { path: inside([room]) },
    to: { path: beside.length > 0 ? inside(beside) : "^$" },
  };
});

export default {
  forbidden: [
    { name: "no circles", severity: "error", from: {}, to: { circular: true } },
    {
      name: "every file is in a room",
      severity: "error",
      from: { path: "^src/", pathNot: `${inside(ROOMS.flatMap(named))}|^src/[^/]+$` },
      to: {},
    },
    ...downward,
    ...apart,
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsConfig: { fileName: "tsconfig.json" },
    tsPreCompilationDeps: true,
  },
};
