/** Corrections and back pay in a row that its run was signed off without: nothing was paid, so they wait for the next run. */
import { afterEach, describe, expect, it } from "vitest";
import { readRun } from "../runs/readRun.ts";
import { saveRows } from "../runs/saveRows.ts";
import {
  openUsual,
  plainTerms,
  type SmallWorld,
  said,
  signRun,
  smallWorld,
  smallWorldNz,
} from "../testing/smallWorld.ts";
import { payBack, planBackPay } from "./backPay.ts";
import { makeCorrection } from "./correction.ts";
import { readLineOfTime, undoChange } from "./lineOfTime.ts";
import { readCorrectable } from "./readCorrectable.ts";
import { recordDeparture } from "./recordDeparture.ts";

let world: SmallWorld;
afterEach(() => world.end());

const who = () => world.personIds[0] ?? 0;
const row = (runId: number) => readRun(world.context, world.actor, runId).rows.find((each) => each.personId === who());
const lines = (runId: number) => row(runId)?.figures?.lines.map(({ code, amount }) => `${code} ${amount}`);
function leaveOut(runId: number): void {
  const { version } = readRun(world.context, world.actor, runId);
  saveRows(world.context, world.actor, runId, { version, rows: [{ payId: row(runId)?.payId ?? 0, included: false }] });
}

describe.each([
  ["AU", () => smallWorld(2), "38", "31.5", "ORD 157.50"],
  ["NZ", () => smallWorldNz(2), "80", "30", "ORD 150.00"],
] as const)("%s", (country, make, usual, rate, fiveHours) => {
  const start = () => {
    world = make();
    const first = openUsual(world);
    signRun(world, first);
    return row(first)?.payId ?? 0;
  };
  const correct = (payId: number, into: "next" | "own") =>
    makeCorrection(world.context, world.actor, {
      payId,
      lines: [{ elementId: world.element("ORD"), hours: String(Number(usual) + 5) }],
      into,
    });
  const raise = () => {
    const { periodStart } = readRun(world.context, world.actor, 1);
    const week = country === "NZ" ? { workPattern: ["8", "8", "8", "8", "8", "0", "0"], weeklyHours: "40" } : {};
    return said(plainTerms(world, { from: periodStart, hourlyRate: String(Number(rate) + 1), ...week }));
  };
  const owed = () => planBackPay(world.context, world.actor, who(), raise()).total;

  it("a correction stands in the next run, and the pay is not corrected before", () => {
    const payId = start();
    const second = correct(payId, "next");
    leaveOut(second);
    signRun(world, second);
    const now = () => readCorrectable(world.context, payId);
    expect(now().lines.map((line) => line.hours)).toEqual([usual]);
    expect(now().corrections).toEqual([]);
    const third = openUsual(world);
    expect(lines(third)).toContain(fiveHours);
    expect(now().corrections.map((each) => each.state)).toEqual(["open"]);
    signRun(world, third);
    expect(now().lines.map((line) => line.hours)).toEqual([String(Number(usual) + 5)]);
    expect(lines(openUsual(world))).not.toContain(fiveHours);
  });
  it.each(["open", "left out"])("made once more in a run of its own it is paid once, where the first is %s", (way) => {
    const payId = start();
    const second = correct(payId, "next");
    if (way === "left out") {
      leaveOut(second);
      signRun(world, second);
    }
    const own = correct(payId, "own");
    expect(lines(own)).toEqual([fiveHours]);
    const next = way === "open" ? second : openUsual(world);
    expect(lines(next)).not.toContain(fiveHours);
    expect(correct(payId, "next")).toBe(next);
    expect(lines(next)).toContain(fiveHours);
    expect(() => readRun(world.context, world.actor, own)).toThrow();
  });
  it("back pay stands in the next run, is not owed beside it, and is undone with its raise", () => {
    start();
    const due = owed();
    expect(Number(due)).toBeGreaterThan(0);
    const { runId: second } = payBack(world.context, world.actor, who(), raise());
    leaveOut(second);
    signRun(world, second);
    expect(owed()).toBe("0.00");
    const lane = () =>
      readLineOfTime(world.context, who()).lanes.find((each) => each.section === "employment")?.notches ?? [];
    const third = openUsual(world);
    expect(lines(third)).toContain(`BACKPAY ${due}`);
    leaveOut(third);
    signRun(world, third);
    undoChange(world.context, world.actor, who(), "employment", lane().at(-1)?.id ?? 0);
    expect(lines(openUsual(world))?.filter((each) => each.startsWith("BACKPAY"))).toEqual([]);
  });
  it("who has left meanwhile gets it, too", () => {
    const payId = start();
    const second = correct(payId, "next");
    const { periodEnd } = readRun(world.context, world.actor, second);
    recordDeparture(world.context, world.actor, who(), {
      ...{ lastDay: periodEnd, reason: country === "NZ" ? "resigned" : "V", noticeWorked: true, misconduct: false },
      pay: "next",
    } as never);
    leaveOut(second);
    signRun(world, second);
    const third = openUsual(world);
    expect(lines(third)).toContain(fiveHours);
    expect(lines(third)?.length).toBeGreaterThan(1);
    signRun(world, third);
    expect(row(openUsual(world))).toBeUndefined();
  });
});
