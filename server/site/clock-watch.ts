import type { Clocks } from '../clocks';

/** A sudden move of the clock against one that cannot be set. All in UTC milliseconds. */
export interface ClockJump {
  /** What the clock would have said. */
  readonly from: number;
  /** What it said instead. */
  readonly to: number;
}

/** By how much the two may part from one look to the next: clocks that are kept right are moved by less, slowly. */
const mostApart = 5_000;

/** For how long a jump is told of, in milliseconds of the clock that cannot be set. */
const toldFor = 86_400_000;

/** The most jumps that are held; of more the latest. */
const mostHeld = 5;

/** Notices when the clock is set, forwards or back, or the machine has slept. */
export class ClockWatch {
  #apart: number;
  #jumps: (ClockJump & { readonly noticed: number })[] = [];
  /** Told of each jump as it is noticed. */
  onJump: (jump: ClockJump) => void = () => undefined;

  constructor(private readonly clocks: Clocks) {
    this.#apart = clocks.running() - clocks.steady();
  }

  /** Looks at both clocks. @returns the jumps of the last day, the earliest first */
  look(): readonly ClockJump[] {
    const [now, steady] = [this.clocks.running(), this.clocks.steady()];
    const moved = now - steady - this.#apart;
    this.#apart += moved;
    if (Math.abs(moved) > mostApart) {
      const jump = { from: now - moved, to: now, noticed: steady };
      this.#jumps = [...this.#jumps, jump].slice(-mostHeld);
      this.onJump(jump);
    }
    this.#jumps = this.#jumps.filter(each => steady - each.noticed < toldFor);
    return this.#jumps;
  }
}
