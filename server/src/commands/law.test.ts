/** The command itself, by standard input and output. */
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { expect, it } from "vitest";

const root = join(import.meta.dirname, "../../..");
const charge = {
  ...{ what: "superCharge", shortfall: "456.00", due: "2026-07-13", received: "2026-08-24" },
  ...{ rates: [{ from: "2025-10-01", percent: "10.61" }], upliftPercent: "60" },
};

/** case, and what must stand in the answer */
const cases: [object | string, object][] = [
  // Seven business days: 3, 6 to 10 and 13 July 2026; twenty for somebody new: 30 July.
  [
    { what: "superDue", payday: "2026-07-02" },
    { ok: true, law: "payday", due: "2026-07-13" },
  ],
  [{ what: "superDue", payday: "2026-07-02", newEmployee: true }, { due: "2026-07-30" }],
  [{ what: "superDue", payday: "2026-07-02", newFund: true }, { due: "2026-07-30" }],
  // The payday says which law: the June quarter's is due on 28 July.
  [
    { what: "superDue", payday: "2026-06-30" },
    { law: "quarter", due: "2026-07-28" },
  ],
  // 5 October 2026 is a holiday in some States and so no business day anywhere.
  [{ what: "superDue", payday: "2026-10-01" }, { due: "2026-10-13" }],
  [
    { what: "superDue", payday: "1999-07-02" },
    { ok: false, errors: [{ path: "payday" }] },
  ],
  [charge, { days: 42, notionalEarnings: "5.60", finalShortfall: "0.00", uplift: "3.36", charge: "8.96" }],
  [
    { ...charge, received: null },
    { ok: false, errors: [{ text: expect.stringMatching(/both unknown/) }] },
  ],
  [
    { ...charge, rates: [{ from: "2026-08-01", percent: "10" }] },
    { ok: false, errors: [{ text: expect.stringMatching(/Rates begin on 2026-08-01/) }] },
  ],
  [
    { what: "superCeiling", cap: "32500", rate: "12", soFar: "268000", now: "5000" },
    { ceiling: "270830.00", counted: "2830.00", super: "339.60" },
  ],
  [
    { what: "superCeiling", cap: "1", rate: "0", soFar: "0", now: "0" },
    { ok: false, errors: [{ path: "rate" }] },
  ],
  [{ what: "longWeekend" }, { ok: false, errors: [{ path: "what" }] }],
  [
    { what: "superDue", payday: "2026-07-02", shoe: 42 },
    { ok: false, errors: [{ path: "shoe" }] },
  ],
  ["nope", { id: null, ok: false }],
];

it("answers each line in its order, and refuses with field, reason and mend", () => {
  const asked = spawnSync(process.execPath, ["--import", "tsx", join(root, "server/src/commands/law.ts")], {
    cwd: root,
    input: cases
      .map(([each], at) => (typeof each === "string" ? each : JSON.stringify({ id: String(at), ...each })))
      .join("\n"),
    encoding: "utf8",
  });
  const answers = asked.stdout
    .split("\n")
    .filter(Boolean)
    .map((line) => JSON.parse(line));
  expect(answers).toHaveLength(cases.length);
  cases.forEach(([, expected], at) => {
    expect(answers[at]).toMatchObject(expected);
  });
  expect(asked.status).toBe(1);
});
