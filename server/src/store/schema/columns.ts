/** Columns that many tables share. */
import { integer, text } from "drizzle-orm/sqlite-core";

export const id = () => integer("id").primaryKey({ autoIncrement: true });
export const flag = (name: string) => integer(name, { mode: "boolean" }).notNull();
export const json = <T>(name: string) => text(name, { mode: "json" }).$type<T>();
