/**
 * Posting to an address that somebody typed: never to this machine or its network, whatever its name leads to at that very
 * moment. What the address resolves to is looked at where the connection is made, so a name that changes is no way in.
 */
import { lookup as lookUp } from "node:dns";
import { request as overHttp, type RequestOptions } from "node:http";
import { request as overHttps } from "node:https";
import type { LookupFunction } from "node:net";
import ipaddr from "ipaddr.js";

/** An address of the open internet: not private, not local, not one of the reserved ranges (RFC 6890). */
export function isBeyond(address: string): boolean {
  try {
    return ipaddr.process(address.replace(/^\[|\]$/g, "")).range() === "unicast";
  } catch {
    return false;
  }
}

/** Why events cannot go to an address; null where they can. Names are looked at again when something is sent. */
export function faultOfAddress(url: string, inside: boolean): string | null {
  const { protocol, hostname, username, password } = new URL(url);
  if (username || password) return "Leave name and password out of the address: what is sent is signed.";
  if (inside) return null;
  if (protocol !== "https:") return "Events go over https alone. Give the https address.";
  const isNumber = ipaddr.isValid(hostname.replace(/^\[|\]$/g, ""));
  const isLocal = !hostname.includes(".") || /\.(localhost|local|internal|lan|home|arpa)$/i.test(hostname);
  return (isNumber ? !isBeyond(hostname) : isLocal)
    ? "That address leads into this machine or its network. Events are told to addresses of the internet alone."
    : null;
}

class Inside extends Error {}

/** Resolves as usual, and refuses what leads inside. */
const lookupBeyond: LookupFunction = (hostname, options, done) =>
  lookUp(hostname, { ...options, all: true }, (error, found) => {
    if (error) return done(error, "", 0);
    const [first] = found;
    if (!first || found.some((each) => !isBeyond(each.address))) return done(new Inside(), "", 0);
    if (options.all) return done(null, found);
    done(null, first.address, first.family);
  });

const mostMs = 10_000;

/** @returns the status, or why there is none; a redirect is followed nowhere, and of an answer only its head is read */
export function postBeyond(
  url: string,
  { body, headers, inside }: { body: string; headers: Record<string, string>; inside: boolean },
): Promise<{ status: number } | { failed: string }> {
  const fault = faultOfAddress(url, inside);
  if (fault) return Promise.resolve({ failed: fault });
  return new Promise((settle) => {
    const options: RequestOptions = {
      method: "POST",
      headers: { ...headers, "Content-Length": Buffer.byteLength(body) },
      signal: AbortSignal.timeout(mostMs),
      ...(inside ? {} : { lookup: lookupBeyond }),
    };
    const sent = (url.startsWith("https:") ? overHttps : overHttp)(url, options, (answer) => {
      settle({ status: answer.statusCode ?? 0 });
      answer.destroy();
    });
    sent.on("error", (error) =>
      settle({
        failed:
          error instanceof Inside
            ? "Its name leads into this machine or its network, where nothing is sent."
            : "The address did not answer.",
      }),
    );
    sent.end(body);
  });
}
