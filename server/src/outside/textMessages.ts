/**
 * Text messages over a gateway: one exchange a message, under the same number for ever, so that a gateway can drop a
 * repeat. What it takes is a JSON object of id, to and text; an account's key goes as a bearer token (RFC 6750).
 */
import { ask, isPassing } from "./outcome.ts";

export interface TextGateway {
  url: string;
  key: string | null;
}

export async function sendTextMessage(
  { url, key }: TextGateway,
  message: { id: string; to: string; text: string },
): Promise<"handedOver" | "refused" | "unknown"> {
  const answer = await ask(
    url,
    {
      method: "POST",
      headers: {
        "Content-Type": "application/json",
        "Idempotency-Key": message.id,
        ...(key === null ? {} : { Authorization: `Bearer ${key}` }),
      },
      body: JSON.stringify(message),
    },
    () => undefined,
  );
  if (answer === null || isPassing(answer.status)) return "unknown";
  return answer.status < 300 ? "handedOver" : "refused";
}
