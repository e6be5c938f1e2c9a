import { isRepetitionRule } from '@core/schedule/repetition';
import { pickedOf, ruleOf } from './ways';

describe('ways of coming again', () => {
  for (const [rule, way] of [
    [null, 'never'],
    ['FREQ=WEEKLY', 'weekly'],
    ['FREQ=WEEKLY;INTERVAL=2;UNTIL=20270630T235900Z', 'fortnightly'],
    ['FREQ=WEEKLY;BYDAY=TU,SA;UNTIL=20270630T235900Z', 'weekdays'],
    ['FREQ=MONTHLY;BYDAY=-1SU', 'nth'],
    ['FREQ=YEARLY;BYMONTH=6;BYDAY=2SA', 'rule'],
    ['FREQ=WEEKLY;COUNT=8', 'rule'],
  ] as const)
    it(`read ${rule} as “${way}”, and write it back as it was`, () => {
      const picked = pickedOf(rule);
      expect([picked.way, ruleOf(picked)]).toEqual([way, rule]);
      if (rule !== null) expect(isRepetitionRule(rule)).toBeTrue();
    });
});
