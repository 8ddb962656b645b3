/** The password once more, where the server asks for it: one question at a time, answered by the dialog of the frame. */

type Asked = (isProved: boolean) => void;
let waiting: Asked[] = [];
let show: ((open: boolean) => void) | null = null;

/** The dialog says how it is shown. */
export function listenForProof(shown: (open: boolean) => void): () => void {
  show = shown;
  return () => {
    show = null;
  };
}

/** @returns whether the password was typed; false where somebody gave up, or no dialog is there */
export function askProof(): Promise<boolean> {
  if (!show) return Promise.resolve(false);
  show(true);
  return new Promise((resolve) => void waiting.push(resolve));
}

export function answerProof(isProved: boolean): void {
  const asked = waiting;
  waiting = [];
  show?.(false);
  for (const each of asked) each(isProved);
}
