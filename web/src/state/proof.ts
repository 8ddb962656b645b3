/**
 * Who sits here, where the server asks for it: the password once more, or signing in anew where the session has ended. One
 * question at a time, answered by the dialog of the frame, and what was asked for goes again.
 */

export type ProofWanted = "password" | "session";
type Asked = (isProved: boolean) => void;
let waiting: Asked[] = [];
/** Somebody said "not now": what goes again by itself does not ask again. */
let isPutOff = false;
let show: ((wanted: ProofWanted | null) => void) | null = null;

/** The dialog says how it is shown. */
export function listenForProof(shown: (wanted: ProofWanted | null) => void): () => void {
  show = shown;
  return () => {
    show = null;
  };
}

/** What of an answer asks for it; null where it is another answer. */
export const proofWantedBy = (code: string | undefined): ProofWanted | null =>
  code === "password-wanted" ? "password" : code === "not-signed-in" ? "session" : null;

/**
 * @param byItself nobody pressed anything: typing that is kept goes again
 * @returns whether it was shown; false where somebody gave up, or no dialog is there
 */
export function askProof(wanted: ProofWanted, byItself = false): Promise<boolean> {
  if (!show || (byItself && isPutOff)) return Promise.resolve(false);
  show(wanted);
  return new Promise((resolve) => void waiting.push(resolve));
}

export function answerProof(isProved: boolean): void {
  const asked = waiting;
  waiting = [];
  isPutOff = !isProved;
  show?.(null);
  for (const each of asked) each(isProved);
}
