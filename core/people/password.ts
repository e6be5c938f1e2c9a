import { say } from '../tongue/say';
/** The fewest characters of a password where it alone lets somebody in. @see NIST SP 800-63B-4 section 3.1.1.2 */
export const shortestPassword = 15;

/** The most characters of one; longer ones would only cost time. The standard asks for at least 64. */
export const longestPassword = 200;

/** What a password must not be made of, besides what is common. */
export interface PasswordContext {
  readonly name: string;
  readonly email: string;
  readonly siteName: string;
}

/** A password in the one form in which it is hashed, however a keyboard put its accents together. @see RFC 8265 section 4.2 */
export function normalPassword(password: string): string {
  return password.normalize('NFC');
}

/**
 * What is wrong with a new password, in words; null when nothing is. Its length counts in characters; which characters
 * is nobody's business. Refused are those that are guessed first: common ones, runs, repetitions and the names at hand.
 * @see NIST SP 800-63B-4 section 3.1.1.2
 */
export function passwordFault(password: string, { name, email, siteName }: PasswordContext): string | null {
  const length = [...normalPassword(password)].length;
  if (length < shortestPassword)
    return say`At least ${shortestPassword} characters. Three or four words that do not belong together are easiest to keep.`;
  if (length > longestPassword) return say`At most ${longestPassword} characters.`;
  const core = password.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
  if (isRepetition(core) || isRun(core)) return say`It repeats itself or counts on; such ones are guessed first.`;
  const known = [
    ...commonWords,
    ...[name, siteName, email, ...email.split('@')].map(each => each.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '')),
  ];
  const rest = known
    .filter(each => each.length >= 4)
    .sort((a, b) => b.length - a.length)
    .reduce((left, word) => left.split(word).join(''), core)
    .replace(/\d+/g, '');
  return [...rest].length < 4 ? say`It is made of words and figures that are guessed first: the site’s, yours, or very common ones.` : null;
}

function isRepetition(text: string): boolean {
  const longest = Math.max(1, Math.floor(text.length / 2));
  for (let period = 1; period <= Math.min(longest, 8); period++) {
    const unit = text.slice(0, period);
    if (unit.repeat(Math.ceil(text.length / period)).startsWith(text)) return true;
  }
  return false;
}

const runs = [
  'abcdefghijklmnopqrstuvwxyz',
  '01234567890123456789',
  'qwertyuiopasdfghjklzxcvbnm',
  'qwertzuiopasdfghjklyxcvbnm',
  'azertyuiopqsdfghjklmwxcvbn',
];

function isRun(text: string): boolean {
  return text.length > 0 && runs.some(run => [run, [...run].reverse().join('')].some(each => (each + each).includes(text)));
}

// The words of which the passwords that are seen most often in breaches are made, from memory: a few hundred guesses cover
// a large share of all accounts, so a short list does most of what a long one would.
const commonWords: readonly string[] = [
  'password',
  'passwort',
  'passw0rd',
  'p4ssword',
  'motdepasse',
  'contraseña',
  'cyfrinair',
  'secret',
  'letmein',
  'letmeinnow',
  'welcome',
  'willkommen',
  'bienvenue',
  'croeso',
  'admin',
  'administrator',
  'login',
  'master',
  'changeme',
  'default',
  'guest',
  'user',
  'root',
  'test',
  'testing',
  'demo',
  'temp',
  'temporary',
  'qwerty',
  'qwertz',
  'azerty',
  'qwertyuiop',
  'asdfghjkl',
  'zxcvbnm',
  '1q2w3e4r5t',
  '1qaz2wsx3edc',
  'abc123',
  'abcd1234',
  'iloveyou',
  'ilovegod',
  'loveme',
  'lovely',
  'sunshine',
  'princess',
  'football',
  'baseball',
  'basketball',
  'liverpool',
  'arsenal',
  'chelsea',
  'monkey',
  'dragon',
  'shadow',
  'superman',
  'batman',
  'pokemon',
  'starwars',
  'trustno1',
  'whatever',
  'freedom',
  'forever',
  'computer',
  'internet',
  'summer',
  'winter',
  'spring',
  'autumn',
  'january',
  'february',
  'march',
  'april',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
  'monday',
  'tuesday',
  'wednesday',
  'thursday',
  'friday',
  'saturday',
  'sunday',
  'michael',
  'jennifer',
  'jessica',
  'charlie',
  'daniel',
  'thomas',
  'jordan',
  'hunter',
  'killer',
  'cheese',
  'chocolate',
  'flower',
  'blink182',
  'correcthorsebatterystaple',
  'correct',
  'horse',
  'battery',
  'staple',
];
