import { listOf, quoted, withArticle } from '../format/moment';
import type { Role } from '../kinds/kind';
import { say, word } from '../tongue/say';

/** What must hold before a move can be made, besides who makes it. */
export type Guard =
  | { readonly guard: 'four eyes' | 'required fields' | 'base complete' | 'expectations kept' | 'remarks settled' }
  | { readonly guard: 'word of'; readonly role: Role };

/** The guards there are, as the set-up offers them. */
export const guardNames = ['four eyes', 'required fields', 'base complete', 'expectations kept', 'remarks settled', 'word of'] as const;
/** See {@link guardNames}. */
export type GuardName = (typeof guardNames)[number];

/** What a guard asks for, in words. */
export const guardLabels: Readonly<Record<GuardName, string>> = {
  'four eyes': word`nobody who wrote any of it makes this move`,
  'required fields': word`nothing that has to be filled in is empty`,
  'base complete': word`what it puts into other words is live, and nothing of it waits`,
  'expectations kept': word`it breaks nothing that is expected, whatever the reason`,
  'remarks settled': word`every remark is settled`,
  'word of': word`somebody with this role has given their word`,
};

/** What guards look at; each is only asked for by the guard that needs it. */
export interface GuardFacts {
  /** What is wrong with it as it would be published, in sentences. */
  readonly faults: () => readonly string[];
  /** Titles of what it puts into other words that is not live, or of which something waits. */
  readonly incomplete: () => readonly string[];
  /** What it would break, in sentences. */
  readonly broken: () => Promise<readonly string[]>;
  readonly openRemarks: () => Promise<number>;
  /** The roles of which somebody has given their word for what stands there now. */
  readonly wordsGiven: () => Promise<readonly Role[]>;
}

/** Why a guard holds a move back, and what would let it go; null when it does not. Four eyes are judged with who may. */
export async function heldBackBy(guard: Guard, facts: GuardFacts): Promise<string | null> {
  switch (guard.guard) {
    case 'four eyes':
      return null;
    case 'required fields': {
      const faults = facts.faults();
      return faults.length === 0 ? null : faults.join(' ');
    }
    case 'base complete': {
      const titles = facts.incomplete();
      return titles.length === 0
        ? null
        : say`${listOf(titles.slice(0, 3).map(quoted))} must be live in its own language first, with nothing waiting.`;
    }
    case 'expectations kept': {
      const broken = await facts.broken();
      return broken.length === 0 ? null : broken.join(' ');
    }
    case 'remarks settled': {
      const count = await facts.openRemarks();
      return count === 0 ? null : count === 1 ? say`One remark is not settled yet.` : say`${count} remarks are not settled yet.`;
    }
    case 'word of':
      return (await facts.wordsGiven()).includes(guard.role) ? null : say`It waits for the word of ${withArticle(guard.role)}.`;
  }
}
