/** What touched a business is told once all of it is committed: not before, not twice, and never where it was taken back. */
import Database from "better-sqlite3";
import { expect, it } from "vitest";
import { transactions } from "./transactions.ts";

it("tells of each business once, after the outer transaction, and of none that was rolled back", () => {
  const sqlite = new Database(":memory:");
  sqlite.exec("CREATE TABLE t (n INTEGER)");
  const { transaction, marking, touched, onTouched } = transactions(sqlite, () => undefined);
  const told: string[] = [];
  onTouched((id) => told.push(`${id} ${sqlite.inTransaction}`));
  const write = (id: number) => {
    sqlite.exec(`INSERT INTO t VALUES (${id})`);
    touched(id);
  };
  const fails = (id: number) =>
    transaction(() => {
      write(id);
      throw new Error("no");
    });
  transaction(() => {
    transaction(() => write(1));
    write(2);
    write(1);
    expect(told).toEqual([]);
  });
  expect(told).toEqual(["1 false", "2 false"]);
  expect(() => fails(3)).toThrow("no");
  marking(
    () => write(5),
    () => transaction(() => write(4)),
  );
  expect(told.slice(2)).toEqual(["4 false", "5 false"]);
  sqlite.close();
});
