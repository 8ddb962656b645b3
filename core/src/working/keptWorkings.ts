/** Workings of a pay as they are kept: each figure once, however many others it is a part of. */
import type { Figure, Working } from "./figure.ts";

export interface KeptWorkings {
  /** each figure's own working, with the places of its parts in this list */
  figures: [own: Working, ...parts: number[]][];
  /** place of each figure that can be asked for, by name */
  names: Record<string, number>;
}

export function keepWorkings(named: ReadonlyMap<string, Figure>): KeptWorkings {
  const figures: KeptWorkings["figures"] = [];
  const places = new Map<Figure, number>();
  const keep = (figure: Figure): number => {
    const known = places.get(figure);
    if (known !== undefined) return known;
    const { own, parts } = figure.opened();
    const entry: KeptWorkings["figures"][number] = [own, ...parts.map(keep)];
    const place = figures.push(entry) - 1;
    places.set(figure, place);
    return place;
  };
  return { names: Object.fromEntries([...named].map(([name, figure]) => [name, keep(figure)])), figures };
}

/** The working of one figure with all its parts, or undefined where none was kept under the name. */
export function keptWorking({ figures, names }: KeptWorkings, name: string): Working | undefined {
  const build = (place: number): Working => {
    const [own, ...parts] = figures[place] as KeptWorkings["figures"][number];
    return parts.length > 0 ? { ...own, parts: parts.map(build) } : own;
  };
  const place = Object.hasOwn(names, name) ? names[name] : undefined;
  return place === undefined ? undefined : build(place);
}
