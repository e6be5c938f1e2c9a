import type { FieldValues } from '../fields/field';
import type { ListItem } from '../fields/list/list';
import { isEmailAddress } from './email';

/** How a question is answered. */
export type AnswerKind = 'line' | 'text' | 'e-mail' | 'number' | 'date' | 'choice' | 'tick';

/** A question of a form. */
export interface Question {
  readonly id: string;
  readonly label: string;
  readonly answer: AnswerKind;
  /** Empty unless it is answered by choosing. */
  readonly choices: readonly string[];
  readonly isRequired: boolean;
  readonly help: string;
}

/** What is wrong with an answer. */
export type AnswerFault = 'missing' | 'no e-mail address' | 'no number' | 'no date' | 'no choice' | 'too long';

/** The most characters that an answer may have. */
export const longestAnswer: Readonly<Record<AnswerKind, number>> = {
  line: 300,
  text: 5_000,
  'e-mail': 254,
  number: 30,
  date: 10,
  choice: 200,
  tick: 3,
};

/** What a ticked box sends. */
export const ticked = 'yes';

/** The questions of a form, in order. */
export function questionsOf(fields: FieldValues): readonly Question[] {
  return (fields['questions'] as readonly ListItem[]).map(({ id, fields: held }) => ({
    id,
    label: String(held['label']),
    answer: held['answer'] as AnswerKind,
    choices:
      held['answer'] === 'choice'
        ? String(held['choices'])
            .split('\n')
            .map(each => each.trim())
            .filter(each => each !== '')
        : [],
    isRequired: Boolean(held['isRequired']),
    help: String(held['help']),
  }));
}

/** What is wrong with the answers to a form, by the id of the question; empty where nothing is. @param answers - by the same ids */
export function faultsOfAnswers(
  questions: readonly Question[],
  answers: Readonly<Record<string, string>>,
): Readonly<Record<string, AnswerFault>> {
  const faults = questions.flatMap(question => {
    const fault = faultOf(question, (answers[question.id] ?? '').trim());
    return fault === null ? [] : [[question.id, fault] as const];
  });
  return Object.fromEntries(faults);
}

function faultOf({ answer, choices, isRequired }: Question, given: string): AnswerFault | null {
  if (given === '') return isRequired ? 'missing' : null;
  if (given.length > longestAnswer[answer]) return 'too long';
  switch (answer) {
    case 'e-mail':
      return isEmailAddress(given) ? null : 'no e-mail address';
    case 'number':
      return /^-?\d+([.,]\d+)?$/.test(given) ? null : 'no number';
    case 'date':
      return isDate(given) ? null : 'no date';
    case 'choice':
      return choices.includes(given) ? null : 'no choice';
    case 'tick':
      return given === ticked ? null : 'no choice';
    default:
      return null;
  }
}

// As browsers send it. @see HTML Living Standard, valid date string
function isDate(given: string): boolean {
  const at = new Date(`${given}T00:00:00Z`);
  return /^\d{4}-\d{2}-\d{2}$/.test(given) && !Number.isNaN(at.getTime()) && at.toISOString().startsWith(given);
}

/** The first e-mail address that somebody gave; empty where there is none. */
export function addressGiven(questions: readonly Question[], answers: Readonly<Record<string, string>>): string {
  return questions.filter(each => each.answer === 'e-mail').reduce((found, each) => found || (answers[each.id] ?? '').trim(), '');
}

/** The name under which an answer is sent. */
export function answerName(questionId: string): string {
  return `answer-${questionId}`;
}

/** The name of a theme’s words for what is wrong with an answer; empty where nothing is. */
export function faultWord(fault: AnswerFault | undefined): string {
  return fault === undefined ? '' : `form ${fault}`;
}

/** How a form stands that somebody has sent, or tried to. */
export interface FormState {
  readonly answers: Readonly<Record<string, string>>;
  readonly faults: Readonly<Record<string, AnswerFault>>;
  readonly wantsCopy: boolean;
  readonly isSent: boolean;
  /** Name of the theme’s words that are said above it; empty for none. */
  readonly notice: string;
  /** What lets it be sent; empty where it was sent. */
  readonly token: string;
}
