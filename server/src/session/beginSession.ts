import type { Request } from "express";

/** Begins a session anew for a user: what was known of the one before is gone. */
export const beginSession = (request: Request, userId: number): Promise<void> =>
  new Promise<void>((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) return reject(error instanceof Error ? error : new Error("The session could not be begun."));
      request.session.userId = userId;
      request.session.beganAt = Date.now();
      request.session.from = `${shortAgent(request)}, ${request.ip ?? ""}`;
      request.session.save((fault: unknown) =>
        fault ? reject(fault instanceof Error ? fault : new Error("The session could not be kept.")) : resolve(),
      );
    });
  });

/** "Firefox on Linux": enough to know one's own session again. */
function shortAgent(request: Request): string {
  const agent = request.header("User-Agent") ?? "";
  const browser = ["Edg", "Firefox", "Chrome", "Safari"].find((name) => agent.includes(name)) ?? "a program";
  const system = ["Windows", "Android", "iPhone", "Mac OS", "Linux"].find((name) => agent.includes(name));
  return `${browser.replace("Edg", "Edge")}${system ? ` on ${system}` : ""}`;
}
