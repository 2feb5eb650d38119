import type { SideCheck, SideDesign } from '@kanga/core/art';

/** A design that is being moved about and not let go yet, and what was found in it so far. */
export interface Live {
  design: SideDesign[];
  /** As of a moment ago; null: nothing was found yet. */
  checks: readonly SideCheck[] | null;
}

/** Kept beside the page's own state: only what is drawn of it is drawn anew while a hand moves it. */
export class LiveDesign {
  private live: Live | null = null;
  private readonly heard = new Set<() => void>();
  private telling = 0;

  readonly read = (): Live | null => this.live;

  readonly subscribe = (hear: () => void): (() => void) => {
    this.heard.add(hear);
    return () => this.heard.delete(hear);
  };

  private tell(): void {
    cancelAnimationFrame(this.telling);
    for (const hear of this.heard) hear();
  }

  /** It is moved to here. What was found stays until more is. */
  move(design: SideDesign[]): void {
    this.live = { design, checks: this.live?.checks ?? null };
    this.tell();
  }

  /** More was found: it is shown with the next move, or in the next frame. Of something that was let go meanwhile nobody wants to know. */
  found(checks: readonly SideCheck[]): void {
    if (!this.live) return;
    this.live = { ...this.live, checks };
    cancelAnimationFrame(this.telling);
    this.telling = requestAnimationFrame(() => {
      this.tell();
    });
  }

  /** It was let go. */
  end(): void {
    if (!this.live) return;
    this.live = null;
    this.tell();
  }
}
