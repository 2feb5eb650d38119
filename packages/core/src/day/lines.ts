import type { DayModel } from './model.js';
import { GraphShape, int, real } from './shape.js';

/** An order of everything: which choice each need takes, and who comes when on each unit. */
export interface Arrangement {
  choice: Int32Array;
  /** By unit, the slots on it in order. */
  order: Int32Array[];
}

/** A task to another place in the order of all, between two ranks; where `need` is one, it takes another choice there. */
export interface Move {
  task: number;
  /** Half-way between the ranks that it comes between. */
  place: number;
  /** -1: none changes its choice. */
  need: number;
  choice: number;
}

/** One arrangement of a model, changed in place: who comes when on each unit. */
export class DayLines extends GraphShape {
  readonly choice: Int32Array;
  /** By slot: its unit (-1: not used), and its neighbours on it (-1: none). */
  readonly slotUnit: Int32Array;
  readonly before: Int32Array;
  readonly behind: Int32Array;
  /** By unit. */
  readonly first: Int32Array;
  readonly last: Int32Array;
  /** All tasks in an order in which they can be timed, and the place of each in it, as they were timed last as a whole. */
  readonly sorted: Int32Array;
  readonly rank: Int32Array;
  /** Tasks before which something was changed since. */
  protected readonly dirty: Uint8Array;
  private undone = new Int32Array(64);
  private undoneCount = 0;
  private wasChoice = -1;

  constructor(model: DayModel) {
    super(model);
    const { tasks, slots } = this;
    this.choice = new Int32Array(this.needs).fill(-1);
    this.slotUnit = new Int32Array(slots).fill(-1);
    this.before = new Int32Array(slots).fill(-1);
    this.behind = new Int32Array(slots).fill(-1);
    this.first = new Int32Array(model.units.length).fill(-1);
    this.last = new Int32Array(model.units.length).fill(-1);
    this.sorted = new Int32Array(tasks);
    this.rank = new Int32Array(tasks);
    this.dirty = new Uint8Array(tasks);
  }

  /** How long a task takes as it is arranged. */
  lasts(task: number): number {
    const need = int(this.taskNeeds, task);
    return real(this.choiceLasts, int(this.choiceAt, need) + int(this.choice, need));
  }

  /** Takes a slot off its unit. */
  unlink(slot: number): void {
    const unit = int(this.slotUnit, slot);
    if (unit < 0) return;
    const [a, b] = [int(this.before, slot), int(this.behind, slot)];
    if (a >= 0) this.behind[a] = b;
    else this.first[unit] = b;
    if (b >= 0) this.before[b] = a;
    else this.last[unit] = a;
    this.slotUnit[slot] = this.before[slot] = this.behind[slot] = -1;
  }
  /** Puts a slot on a unit, behind another one there; -1: first. */
  link(slot: number, unit: number, behind: number): void {
    const next = behind >= 0 ? int(this.behind, behind) : int(this.first, unit);
    this.slotUnit[slot] = unit;
    this.before[slot] = behind;
    this.behind[slot] = next;
    if (behind >= 0) this.behind[behind] = slot;
    else this.first[unit] = slot;
    if (next >= 0) this.before[next] = slot;
    else this.last[unit] = slot;
  }
  /** Lets a need take a choice, behind all that is on its units. */
  append(need: number, choice: number): void {
    this.choice[need] = choice;
    this.unitsOf(need, choice).forEach((unit, i) => {
      this.link(int(this.needSlots, need) + i, unit, int(this.last, unit));
    });
  }
  clear(): void {
    this.choice.fill(-1);
    this.slotUnit.fill(-1);
    this.before.fill(-1);
    this.behind.fill(-1);
    this.first.fill(-1);
    this.last.fill(-1);
  }

  /** The tasks on a unit, in order. */
  lineOf(unit: number): number[] {
    const line: number[] = [];
    for (let s = int(this.first, unit); s >= 0; s = int(this.behind, s)) line.push(int(this.slotTask, s));
    return line;
  }
  save(): Arrangement {
    const order = Array.from(this.first, (slot) => {
      const list: number[] = [];
      for (let s = slot; s >= 0; s = int(this.behind, s)) list.push(s);
      return Int32Array.from(list);
    });
    return { choice: this.choice.slice(), order };
  }
  load({ choice, order }: Arrangement): void {
    this.clear();
    this.choice.set(choice);
    order.forEach((slots, unit) => {
      for (const slot of slots) this.link(slot, unit, int(this.last, unit));
    });
  }

  /** The tasks that a shift would pass on the units of a task, those of one unit after the other, each as it comes; how many they are. */
  passedBy({ task, place }: Move, into: Int32Array): number {
    const later = place > int(this.rank, task);
    const line = later ? this.behind : this.before;
    let count = 0;
    for (let s = int(this.taskSlots, task), to = int(this.taskSlots, task + 1); s < to; s++)
      for (let next = int(line, s); next >= 0; next = int(line, next)) {
        const other = int(this.slotTask, next);
        if (later !== int(this.rank, other) < place) break;
        into[count++] = other;
      }
    return count;
  }

  /** Changes the arrangement by a move, against the ranks of its last timing; whether that changed anything. What it touched stands as dirty until it is timed or reverted. */
  apply({ task, place, need, choice }: Move): boolean {
    this.undoneCount = 0;
    this.wasChoice = need >= 0 ? int(this.choice, need) : -1;
    const later = place > int(this.rank, task);
    for (let n = int(this.taskNeeds, task), to = int(this.taskNeeds, task + 1); n < to; n++) {
      const low = int(this.needSlots, n);
      if (n === need) {
        const units = this.unitsOf(n, choice);
        for (let s = low; s < int(this.needSlots, n + 1); s++) this.take(s);
        this.choice[n] = choice;
        for (let i = 0; i < units.length; i++)
          this.put(low + i, units[i] as number, this.placed(units[i] as number, place));
        continue;
      }
      for (let s = low; s < int(this.needSlots, n + 1); s++) {
        const unit = int(this.slotUnit, s);
        if (unit < 0) continue;
        let other = int(later ? this.behind : this.before, s);
        let last = -1;
        while (other >= 0 && later === int(this.rank, int(this.slotTask, other)) < place) {
          last = other;
          other = int(later ? this.behind : this.before, other);
        }
        if (last < 0) continue;
        const behind = later ? last : int(this.before, last);
        this.take(s);
        this.put(s, unit, behind);
      }
    }
    return this.undoneCount > 0;
  }
  /** The last slot on a unit that ranks before a place; -1: none. */
  placed(unit: number, place: number): number {
    let slot = int(this.last, unit);
    while (slot >= 0 && int(this.rank, int(this.slotTask, slot)) > place) slot = int(this.before, slot);
    return slot;
  }
  private take(slot: number): void {
    const unit = int(this.slotUnit, slot);
    if (unit < 0) return;
    const next = int(this.behind, slot);
    if (next >= 0) this.dirty[int(this.slotTask, next)] = 1;
    if (this.undoneCount + 3 > this.undone.length) {
      const more = new Int32Array(2 * this.undone.length);
      more.set(this.undone);
      this.undone = more;
    }
    this.undone[this.undoneCount++] = slot;
    this.undone[this.undoneCount++] = unit;
    this.undone[this.undoneCount++] = int(this.before, slot);
    this.unlink(slot);
  }
  private put(slot: number, unit: number, behind: number): void {
    this.link(slot, unit, behind);
    const next = int(this.behind, slot);
    if (next >= 0) this.dirty[int(this.slotTask, next)] = 1;
  }
  /** Takes back what was applied last. */
  revert({ need }: Move): void {
    this.dirty.fill(0);
    if (need >= 0) {
      for (let s = int(this.needSlots, need); s < int(this.needSlots, need + 1); s++) this.unlink(s);
      this.choice[need] = this.wasChoice;
    }
    for (let i = this.undoneCount - 3; i >= 0; i -= 3) {
      const slot = int(this.undone, i);
      this.unlink(slot);
      this.link(slot, int(this.undone, i + 1), int(this.undone, i + 2));
    }
  }
  /** Forgets what was touched: the whole is timed next. */
  keep(): void {
    this.dirty.fill(0);
  }
}
