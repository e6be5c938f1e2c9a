import { judgeAct, type ActFacts } from '@core/rights/judge-act';
import { actNamed, type ActName } from '@core/rights/acts';
import { say, told } from '@core/tongue/say';
import { Refusal } from '../errors/refusal';
import type { Person } from '../repositories/people-repository';

/** Whether somebody may do something. */
export function may({ grants }: Pick<Person, 'grants'>, name: ActName, facts: Omit<ActFacts, 'grants'> = {}): boolean {
  return judgeAct(name, { grants, ...facts }).may;
}

/** @throws Refusal, saying who may, when somebody may not do something */
export function refuseUnless({ grants }: Pick<Person, 'grants'>, name: ActName, facts: Omit<ActFacts, 'grants'> = {}): void {
  const outcome = judgeAct(name, { grants, ...facts });
  if (outcome.may) return;
  const refusal = told(actNamed(name).refusal);
  const besides = {
    role: '',
    locale: say` You hold that role in other languages.`,
    section: say` You hold that role in some sections only.`,
  };
  throw new Refusal('not-permitted', refusal + besides[outcome.lacks]);
}
