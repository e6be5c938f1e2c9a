import type { Role, Who } from '../kinds/kind';
import { word } from '../tongue/say';

/** Something that people do, and who may. */
export interface Act {
  /** In words, as one does it: "delete it for good". */
  readonly says: string;
  /** A right over the kind of what it is done to, or roles by name. */
  readonly who: Who;
  /** A right that whoever does it has to have as well. */
  readonly besides?: Who;
  /**
   * How wide the role has to be held: in whatever section (`anywhere`), without any bounds (`everywhere`), or over every
   * page on which readers could notice it (`all it reaches`).
   */
  readonly where: 'anywhere' | 'everywhere' | 'all it reaches';
  /** What it is done to. */
  readonly over: 'site' | 'record' | 'edition';
  /** Whoever made it may in any case. */
  readonly isOwns?: boolean;
  /** What whoever may not is told. */
  readonly refusal: string;
}

const leaders: readonly Role[] = ['manager', 'administrator'];
const administrators: readonly Role[] = ['administrator'];
const deciders: readonly Role[] = ['editor', 'manager', 'administrator'];

const acts = {
  write: {
    says: word`write on it`,
    who: 'write',
    where: 'anywhere',
    over: 'record',
    refusal: word`Your roles let you read this, not change it.`,
  },
  'take over': {
    says: word`take it over from whoever writes on it`,
    who: leaders,
    besides: 'write',
    where: 'anywhere',
    over: 'record',
    refusal: word`Only managers and administrators take over what somebody else writes.`,
  },
  'delete for good': {
    says: word`delete it for good`,
    who: leaders,
    besides: 'write',
    where: 'all it reaches',
    over: 'record',
    refusal: word`Deleting for good needs a manager or an administrator.`,
  },
  'arrange an edition': {
    says: word`name it, set its date and take it apart`,
    who: 'review',
    where: 'anywhere',
    over: 'edition',
    isOwns: true,
    refusal: word`Whoever made it does this, or somebody who may decide over it.`,
  },
  'settle remarks': {
    says: word`settle what others remarked on it`,
    who: 'review',
    where: 'anywhere',
    over: 'edition',
    isOwns: true,
    refusal: word`Whoever made a remark settles it, or somebody who may decide.`,
  },
  'let outsiders look': {
    says: word`let somebody without an account look at it`,
    who: deciders,
    where: 'anywhere',
    over: 'edition',
    isOwns: true,
    refusal: word`Only whoever began this, or an editor, a manager or an administrator, lets others look at it.`,
  },
  'go on though broken': {
    says: word`let something go live although it breaks what is expected`,
    who: leaders,
    where: 'anywhere',
    over: 'site',
    refusal: word`A manager or an administrator can let it go ahead, with a reason.`,
  },
  'change the site': {
    says: word`set what holds for the whole site`,
    who: leaders,
    where: 'everywhere',
    over: 'site',
    refusal: word`This is set by managers and administrators.`,
  },
  'change people': {
    says: word`invite people and set what they may do`,
    who: administrators,
    where: 'anywhere',
    over: 'site',
    refusal: word`Accounts are the business of administrators.`,
  },
  'read the log': {
    says: word`read what was done by whom`,
    who: administrators,
    where: 'anywhere',
    over: 'site',
    refusal: word`What was done by whom is read by administrators.`,
  },
  'read what was sent': {
    says: word`read and delete what readers sent through forms`,
    who: deciders,
    where: 'everywhere',
    over: 'site',
    refusal: word`What readers sent through forms is read by editors, managers and administrators.`,
  },
  'read e-mails': {
    says: word`read the e-mails that were sent`,
    who: administrators,
    where: 'anywhere',
    over: 'site',
    refusal: word`E-mails that were sent are read by administrators.`,
  },
  'look as another': {
    says: word`look at the product as another role or person has it`,
    who: leaders,
    where: 'anywhere',
    over: 'site',
    refusal: word`Looking as somebody else needs a manager or an administrator.`,
  },
  'look at pages as somebody': {
    says: word`look at pages as somebody by name has them`,
    who: administrators,
    where: 'anywhere',
    over: 'site',
    refusal: word`Looking at pages as somebody by name is for administrators: it tells what they are members of.`,
  },
} as const satisfies Readonly<Record<string, Act>>;

/** Everything that somebody may or may not do, besides the moves of workflows. */
export type ActName = keyof typeof acts;

/** The acts there are, in the order in which they are listed. */
export const actNames = Object.keys(acts) as readonly ActName[];

/** What is declared of an act. */
export function actNamed(name: ActName): Act {
  return acts[name];
}
