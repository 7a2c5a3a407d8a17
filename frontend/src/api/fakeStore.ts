import type { Store } from "./keptList";

/** What a browser keeps, for tests. */
export class FakeStore implements Store {
  readonly kept = new Map<string, string>();
  room = true;
  get length() {
    return this.kept.size;
  }
  key = (index: number) => [...this.kept.keys()][index] ?? null;
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => {
    if (!this.room) throw new DOMException("full", "QuotaExceededError");
    this.kept.set(key, value);
  };
  removeItem = (key: string) => void this.kept.delete(key);
}
