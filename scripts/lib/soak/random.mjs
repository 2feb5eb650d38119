/** Numbers from a seed (mulberry32, Tommy Ettinger, public domain): the same seed, the same run. */
export class Random {
  constructor(seed) {
    this.state = seed >>> 0;
  }

  /** From 0 to below 1. */
  next() {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  below(n) {
    return Math.floor(this.next() * n);
  }

  pick(list) {
    return list[this.below(list.length)];
  }

  uuid() {
    const hex = (n) => Array.from({ length: n }, () => this.below(16).toString(16)).join('');
    return `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`;
  }
}
