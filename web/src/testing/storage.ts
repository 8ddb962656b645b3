/** As much of a browser's storage as is asked of it: its keys are its own properties. */
export const storage = (): Storage =>
  Object.create({
    getItem(this: Record<string, string>, key: string) {
      return Object.hasOwn(this, key) ? this[key] : null;
    },
    setItem(this: Record<string, string>, key: string, value: string) {
      this[key] = value;
    },
    removeItem(this: Record<string, string>, key: string) {
      delete this[key];
    },
  }) as Storage;
