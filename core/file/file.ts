import type { RuleTree, WhoTest } from '../rule/rule';
import { middle, type Point } from './crop';

/** The bytes of a file: what they are, told from themselves and never from a name. They are stored once, by their hash. */
export interface FileContent {
  /** SHA-256 in hexadecimal. */
  readonly hash: string;
  readonly mediaType: string;
  /** How many bytes. */
  readonly size: number;
  /** In pixels; null for what is no picture. */
  readonly width: number | null;
  readonly height: number | null;
}

/** A file of the site's library. Its id stays when its content is replaced. */
export interface FileValue {
  readonly version: 1;
  /** What lists call it. */
  readonly title: string;
  /** What it is called when it is taken away, without its ending. */
  readonly name: string;
  readonly content: FileContent;
  /** A picture in words, for those who cannot see it. */
  readonly words: string;
  /** A picture that adds nothing to the words around it. */
  readonly isDecoration: boolean;
  readonly caption: string;
  readonly credit: string;
  /** The point of a picture that a crop keeps. */
  readonly focalPoint: Point;
  /** Names of the folders that it lies in, the outermost first, with slashes between; empty lies in none. */
  readonly folder: string;
  readonly topics: readonly string[];
  /** Who may have it; null follows what it stands in. */
  readonly readers: RuleTree<WhoTest> | null;
}

/** A file with its id. */
export interface FileNode {
  readonly id: string;
  readonly value: FileValue;
}

/** A file as it comes into the library, before anything is said of it. @param name - what it was called, without its ending */
export function freshFile(content: FileContent, name: string, title: string): FileValue {
  return {
    version: 1,
    title,
    name,
    content,
    words: '',
    isDecoration: false,
    caption: '',
    credit: '',
    focalPoint: middle,
    folder: '',
    topics: [],
    readers: null,
  };
}

/** Whether a picture still lacks words for those who cannot see it. */
export function lacksWords({ content, words, isDecoration }: FileValue): boolean {
  return content.width !== null && !isDecoration && words.trim() === '';
}
