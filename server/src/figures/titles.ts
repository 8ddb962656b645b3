/** Names of what rows and columns stand for. */
import type { Dimension } from "@zesty/contract/figureDimensions";
import type { Question } from "@zesty/contract/figures";
import type { Context } from "../ground/context.ts";

const months = ["Jan", "Feb", "Mar", "Apr", "May", "June", "July", "Aug", "Sept", "Oct", "Nov", "Dec"];
export const monthTitle = (month: string): string =>
  `${months[Number(month.slice(5, 7)) - 1] ?? month} ${month.slice(0, 4)}`;
const quarterTitle = (key: string): string => {
  const first = (Number(key.slice(6)) - 1) * 3;
  return `${months[first]} to ${months[first + 2]} ${key.slice(0, 4)}`;
};
/** "2025-26": the year that began in 2025. */
export const yearTitle = (key: string): string => `${key}-${String((Number(key) + 1) % 100).padStart(2, "0")}`;

/** Reads each kind of name once, when the first of them is wanted. */
export function namesOf({ store }: Context, { businesses }: Question): (dimension: Dimension, key: string) => string {
  const ids = JSON.stringify(businesses);
  const read = (sql: string): Map<string, string> =>
    new Map(
      store
        .prepared<[string], { key: string | number; name: string }>(sql)
        .all(ids)
        .map((row) => [String(row.key), row.name]),
    );
  const of = "IN (SELECT value FROM json_each(?))";
  const queries: Partial<Record<Dimension, string>> = {
    person: `SELECT id AS key, family_name || ', ' || given_name AS name FROM person WHERE business_id ${of}`,
    element: `SELECT code AS key, name FROM pay_element WHERE business_id ${of}`,
    costCentre: `SELECT code AS key, name FROM cost_centre WHERE business_id ${of}`,
    place: `SELECT id AS key, name FROM place WHERE business_id ${of}`,
    business: `SELECT id AS key, name FROM business WHERE id ${of}`,
    fund: `SELECT id AS key, name FROM fund WHERE business_id ${of}`,
  };
  const known = new Map<Dimension, Map<string, string>>();
  const named = (dimension: Dimension, key: string): string | undefined => {
    const query = queries[dimension];
    const names = known.get(dimension) ?? (query ? read(query) : new Map<string, string>());
    known.set(dimension, names);
    return names.get(key);
  };
  const costs = read(`SELECT 'cost:' || code AS key, name FROM employer_cost WHERE business_id ${of}`);
  return (dimension, key) => {
    switch (dimension) {
      case "month":
        return monthTitle(key);
      case "quarter":
        return quarterTitle(key);
      case "payrollYear":
        return yearTitle(key);
      case "element":
        return named("element", key) ?? costs.get(key) ?? (key === "super" ? "Super and KiwiSaver" : key);
      case "costCentre":
        return key === "" ? "No cost centre" : (named("costCentre", key) ?? key);
      case "place":
        return key === "0" ? "No place said" : (named("place", key) ?? key);
      default:
        return named(dimension, key) ?? key;
    }
  };
}
