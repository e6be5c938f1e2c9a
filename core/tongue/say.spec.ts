import { countOf, listOf, numberOf, quoted, withArticle } from '../format/moment';
import { uniqueTitle } from '../placement/copy';
import { everywhere } from '../rule/rule';
import { ruleSentence } from '../rule/sentence';
import { spokenRecurrence } from '../rule/spoken-recurrence';
import { inSpokenWords } from './declared';
import { phrasebooks } from './phrasebooks';
import { midSentence, say, speakBy, told, type Phrasebook } from './say';

describe('what is said', () => {
  let silence: (() => void) | null = null;
  const speak = (book: Phrasebook | null) => {
    silence?.();
    silence = speakBy(() => book);
  };
  const german = phrasebooks['de']!;
  afterEach(() => {
    silence?.();
    silence = null;
  });

  it('is English without a phrasebook, and where one has no phrase', () => {
    for (const book of [null, { language: 'de', phrases: {} }]) {
      speak(book);
      expect(say`${2} of ${'those'} here`).toBe('2 of those here');
      expect(told('a label')).toBe('a label');
    }
  });

  it('puts values where the other language has them, as often as it needs them', () => {
    speak({ language: 'xx', phrases: { '{0} before {1}': '{1}, {1} after {0}' } });
    expect(say`${'$1'} before ${'{0}'}`).toBe('{0}, {0} after $1');
  });

  // CLDR: plural categories, list patterns and number formats of German.
  it('counts, lists and quotes as its language does', () => {
    speak(german);
    expect([countOf(1, 'page'), countOf(0, 'page'), countOf(1_200, 'shared rule')]).toEqual([
      '1 Seite',
      '0 Seiten',
      '1.200 gemeinsame Regeln',
    ]);
    expect([listOf(['a', 'b', 'c']), listOf(['a', 'b'], 'or'), numberOf(1_234_567)]).toEqual(['a, b und c', 'a oder b', '1.234.567']);
    expect([quoted('A'), midSentence('Hinweisband'), withArticle('editor')]).toEqual(['„A“', 'Hinweisband', 'Redakteur']);
    speak(null);
    expect([countOf(1_200, 'page'), listOf(['a', 'b', 'c']), quoted('A'), midSentence('Notice strip'), withArticle('editor')]).toEqual([
      '1,200 pages',
      'a, b and c',
      '“A”',
      'notice strip',
      'an editor',
    ]);
  });

  it('counts copies on in its language, and in English', () => {
    speak(german);
    expect(['Zeiten', 'Zeiten, Kopie', 'Zeiten, copy 3', 'Zeiten 2'].map(title => uniqueTitle(title, ['Zeiten, Kopie']))).toEqual([
      'Zeiten, Kopie 2',
      'Zeiten, Kopie 2',
      'Zeiten, Kopie 2',
      'Zeiten 2, Kopie',
    ]);
  });

  it('makes whole sentences of rules, what comes again included', () => {
    speak(german);
    const names = {
      page: () => 'Visit',
      layout: String,
      membership: String,
      role: String,
      sharedRule: () => 'Brutzeit',
      locale: String,
      field: String,
    };
    const sentence = ruleSentence(
      {
        ...everywhere,
        where: { any: [{ test: 'within', page: 'visit' }], none: [{ test: 'front page' }] },
        who: { none: [{ test: 'signed in' }] },
        when: { all: [{ test: 'window', from: { local: '2027-04-01T06:00', zone: 'Europe/Berlin' }, until: null }] },
        follows: ['r'],
      },
      names,
      { zone: 'Europe/Berlin', locale: 'de', now: Date.parse('2027-03-18T09:40Z') },
      null,
    );
    expect(sentence.map(each => each.text).join('')).toBe(
      'Zu sehen auf Visit und allem darunter, aber nicht auf der Startseite, für abgemeldete Leser, ab 1. April, 06:00 bis auf Weiteres, soweit „Brutzeit“ es zulässt.',
    );
    expect(spokenRecurrence('FREQ=WEEKLY;BYDAY=MO,FR')).toBe('je Woche am Montag, Freitag');
    expect(spokenRecurrence('FREQ=MONTHLY;BYDAY=-1SU;INTERVAL=2')).toBe('je 2 Monate am letzten Sonntag');
  });

  it('translates what a declaration calls itself, and nothing that programs go by', () => {
    speak(german);
    const field = { name: 'Heading', label: 'Heading', kind: 'short text', choices: [{ value: 'Low', label: 'Low' }] };
    expect(inSpokenWords({ purpose: 'To read', fields: [field] })).toEqual({
      purpose: 'To read',
      fields: [{ name: 'Heading', label: 'Überschrift', kind: 'short text', choices: [{ value: 'Low', label: 'Niedrig' }] }],
    });
    speak(null);
    expect(inSpokenWords(field)).toBe(field);
  });
});
