import type { BenchEvent } from './event.js';
import { bedOf, Replay, standing, type BenchPlan, type BenchState } from './state.js';

/**
 * A run that events are added to one by one, with its state at every moment: what `benchState` gives for all of them, without reading all of them again.
 * An event costs the same whatever came before it; an undo costs as much as all events, since what it took back may have made others stale.
 */
export class RunningBench {
  private readonly all: BenchEvent[] = [];
  private readonly known = new Map<string, BenchEvent>();
  private readonly undone = new Set<string>();
  private replay: Replay;

  constructor(
    private readonly plan: BenchPlan,
    events: readonly BenchEvent[] = [],
  ) {
    this.replay = new Replay(plan);
    this.add(events);
  }

  /** In the order in which they were added. */
  get events(): readonly BenchEvent[] {
    return this.all;
  }

  get state(): BenchState {
    return this.replay.state;
  }

  has(id: string): boolean {
    return this.known.has(id);
  }

  /** Adds events that are not known yet. Gives the beds whose pressings they can have changed; null: any of them. */
  add(events: readonly BenchEvent[]): Set<number> | null {
    let beds: Set<number> | null = new Set();
    let again = false;
    for (const event of events) {
      if (this.known.has(event.id)) continue;
      this.known.set(event.id, event);
      this.all.push(event);
      const bed = this.bedAbout(event);
      if (bed === null) beds = null;
      else beds?.add(bed);
      if (event.kind === 'undo') {
        this.undone.add(event.undoes);
        again = true;
      } else if (!again && !this.undone.has(event.id)) this.replay.see(event);
    }
    if (again) {
      this.replay = new Replay(this.plan);
      for (const event of standing(this.all)) this.replay.see(event);
    }
    return beds;
  }

  /** The bed that an event is about; null: it is about all that follows it. */
  private bedAbout(event: BenchEvent): number | null {
    if (event.kind === 'undo') {
      const undone = this.known.get(event.undoes);
      // What takes back nothing, or an undo, changes nothing.
      return undone && undone.kind !== 'undo' ? this.bedAbout(undone) : -1;
    }
    // What somebody says of the plate is about what is pressed from then on.
    if (event.kind === 'heat' || event.kind === 'guide') return -1;
    if (event.kind === 'swap') return null;
    return event.kind === 'verdict' ? bedOf(this.plan, event.piece) : event.bed;
  }
}
