import type { FieldValues } from '../../fields/field';
import { answerName, faultWord, longestAnswer, questionsOf, type Question } from '../../form/form';
import { formFields } from '../../form/fields';
import { isEmailAddress } from '../../form/email';
import { formAddress } from '../../form/address';
import { say } from '../../tongue/say';
import type { BlockType } from '../block-type';

/** A question as a template asks it. */
interface AskedQuestion extends Question {
  /** Its name among what is sent. */
  readonly name: string;
  readonly given: string;
  /** Name of the theme’s words for what is wrong; empty where nothing is. */
  readonly fault: string;
  readonly longest: number;
}

const askedByFields = new WeakMap<FieldValues, readonly AskedQuestion[]>();

/** The questions of a form before anybody has answered them. */
function askedIn(fields: FieldValues): readonly AskedQuestion[] {
  const known = askedByFields.get(fields);
  if (known) return known;
  const made = questionsOf(fields).map((question): AskedQuestion => ({
    ...question,
    name: answerName(question.id),
    given: '',
    fault: '',
    longest: longestAnswer[question.answer],
  }));
  askedByFields.set(fields, made);
  return made;
}

/** Questions that readers answer. */
export const form: BlockType = {
  name: 'form',
  label: 'Form',
  purpose: 'To take part',
  description: 'Questions that readers answer, stored here and sent by e-mail.',
  version: 1,
  fields: formFields,
  faults: ({ to }) =>
    String(to).trim() === '' || isEmailAddress(String(to).trim()) ? [] : [{ pointer: '/to', detail: say`This is no e-mail address.` }],
  model: ({ fields: chosen, page, snapshot, blockId, form: state }) => {
    const asked = askedIn(snapshot.blocks.get(blockId)!.value.fields);
    const questions = state
      ? asked.map(each => ({ ...each, given: state.answers[each.id] ?? '', fault: faultWord(state.faults[each.id]) }))
      : asked;
    const mayCopy = Boolean(chosen['offersCopy']) && questions.some(each => each.answer === 'e-mail');
    const said = state ? { isSent: state.isSent, notice: state.notice, token: state.token, wantsCopy: state.wantsCopy } : {};
    return {
      data: { questions, mayCopy, action: page ? formAddress(snapshot, page, blockId) : '', ...said },
      isPersonal: state !== null,
    };
  },
};
