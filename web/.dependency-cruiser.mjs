// Arrows run one way: a destination knows what all share and itself, and what all share knows no destination.
const DESTINATIONS = "yard|horizon|bay|shelf|reckoner|ledger|settings|access|outside";

export default {
  forbidden: [
    { name: "no-circles", severity: "error", from: {}, to: { circular: true } },
    {
      name: "a-destination-knows-no-other",
      severity: "error",
      from: { path: `^src/(${DESTINATIONS})/` },
      to: { path: `^src/(${DESTINATIONS})/`, pathNot: "^src/$1/" },
    },
    {
      name: "what-all-share-knows-no-destination",
      severity: "error",
      from: { path: "^src/(ui|api|gearplan|illustrations|plots|approvals|handover)/" },
      to: { path: `^src/(${DESTINATIONS})/` },
    },
    {
      name: "the-client-knows-no-screen",
      severity: "error",
      from: { path: "^src/api/" },
      to: { path: "^src/(ui|gearplan|illustrations)/" },
    },
    {
      name: "only-tests-know-tests",
      severity: "error",
      from: { path: "^src/", pathNot: "(\\.test\\.tsx?$|^src/tests/)" },
      to: { path: "(^src/tests/|\\.test\\.tsx?$)" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: { extensions: [".ts", ".tsx"] },
  },
};
