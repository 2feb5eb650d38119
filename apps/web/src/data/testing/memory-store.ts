/** A browser's store that is gone with the test. */
export class MemoryStore implements Storage {
  private map = new Map<string, string>();
  get length() {
    return this.map.size;
  }
  clear = () => {
    this.map.clear();
  };
  getItem = (key: string) => this.map.get(key) ?? null;
  key = (i: number) => [...this.map.keys()][i] ?? null;
  removeItem = (key: string) => {
    this.map.delete(key);
  };
  setItem = (key: string, value: string) => {
    this.map.set(key, value);
  };
}
