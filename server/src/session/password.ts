/** Passwords are kept as their hash (Argon2id). */
import { hash, verify } from "@node-rs/argon2";

const cost = { memoryCost: 19456, timeCost: 2, parallelism: 1 };
/** A hash to compare with when there is no such user, so that the answer takes the same time. */
export const nobody = hash("nobody at all", cost);

export const hashPassword = (password: string): Promise<string> => hash(password, cost);

export const isPassword = (passwordHash: string, password: string): Promise<boolean> => verify(passwordHash, password);
