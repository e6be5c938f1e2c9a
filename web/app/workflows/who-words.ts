import { listOf } from '@core/format/moment';
import { told } from '@core/tongue/say';
import type { Move } from '@core/workflow/workflow';

/** Who may make a move, as a drawing and a list say it. */
export function whoWords({ who, whose }: Pick<Move, 'who' | 'whose'>): string {
  const people =
    typeof who === 'string'
      ? { write: $localize`who may write it`, review: $localize`who may review it`, publish: $localize`who may publish it` }[who]
      : listOf(who.map(told), 'or');
  return { own: $localize`its author`, others: $localize`${people}, not its author`, any: people }[whose];
}
