import { isEmailAddress } from './email';
import { addressGiven, faultsOfAnswers, longestAnswer, questionsOf, type AnswerKind, type Question } from './form';

const question = (answer: AnswerKind, part: Partial<Question> = {}): Question => ({
  id: 'q',
  label: 'Q',
  answer,
  choices: answer === 'choice' ? ['A visit', 'A sighting'] : [],
  isRequired: true,
  help: '',
  ...part,
});
const faultOf = (answer: AnswerKind, given: string, part: Partial<Question> = {}) =>
  faultsOfAnswers([question(answer, part)], { q: given })['q'] ?? null;

describe('form', () => {
  it('says what is wrong with an answer', () => {
    const table: readonly (readonly [AnswerKind, string, ReturnType<typeof faultOf>])[] = [
      ['line', '', 'missing'],
      ['line', '   ', 'missing'],
      ['line', 'x'.repeat(longestAnswer.line), null],
      ['line', 'x'.repeat(longestAnswer.line + 1), 'too long'],
      ['e-mail', 'nan@trewin.example', null],
      ['e-mail', 'nan@', 'no e-mail address'],
      ['number', '-3,5', null],
      ['number', '3 or so', 'no number'],
      ['date', '2028-02-29', null],
      ['date', '2027-02-29', 'no date'],
      ['date', '29/02/2028', 'no date'],
      ['choice', 'A visit', null],
      ['choice', 'Something else', 'no choice'],
      ['tick', 'yes', null],
      ['tick', '', 'missing'],
      ['tick', 'on', 'no choice'],
    ];
    for (const [answer, given, fault] of table) expect(faultOf(answer, given)).withContext(`${answer}: ${given}`).toBe(fault);
    expect(faultOf('date', '', { isRequired: false })).toBeNull();
    expect(faultsOfAnswers([question('line')], {})).toEqual({ q: 'missing' });
  });

  it('takes as addresses what browsers take', () => {
    // The pattern of the HTML Living Standard, "valid e-mail address"; RFC 5321 section 4.5.3.1.3 for the length.
    for (const good of ['a@b', 'first.last+tag@mail.example', "o'neill@x.example", 'x@1.2.3.example'])
      expect(isEmailAddress(good)).withContext(good).toBeTrue();
    for (const bad of ['', 'a', '@b', 'a@', 'a@-b.example', 'a b@c.example', 'a@b..example', `a@${'b'.repeat(64)}.example`, `a@${'b.'.repeat(130)}example`, 'a@b.example\nBcc: c@d.example']) expect(isEmailAddress(bad)).withContext(bad).toBeFalse(); // prettier-ignore
  });

  it('knows its questions, and the first address that was given', () => {
    const item = (id: string, answer: string, choices = '') => ({
      id,
      fields: { label: id, answer, choices, isRequired: false, help: '' },
    });
    const questions = questionsOf({
      questions: [item('a', 'line'), item('b', 'choice', ' one \n\n two'), item('c', 'e-mail'), item('d', 'e-mail')],
    });
    expect(questions.map(each => each.choices)).toEqual([[], ['one', 'two'], [], []]);
    expect(addressGiven(questions, { c: '', d: ' x@y.example ' })).toBe('x@y.example');
    expect(addressGiven(questions, {})).toBe('');
  });
});
