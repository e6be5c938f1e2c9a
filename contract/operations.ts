import { z } from 'zod';
import { instant, uuid } from './common';
import * as messages from './messages';

/** One operation of the HTTP API. The server validates by it and the OpenAPI document is made from it. */
export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Path beneath /api, with {parameters} as in OpenAPI. */
  readonly path: string;
  readonly summary: string;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType;
  /** What a success carries; null for an empty answer. */
  readonly answer: z.ZodType | null;
  readonly isOpenToAll?: boolean;
}

const query = {
  pages: z.strictObject({ moment: z.coerce.number().pipe(instant).optional() }),
  compare: z.strictObject({ before: z.union([uuid, z.literal('none')]), after: uuid }),
  ribbon: z.strictObject({
    page: messages.vantage.shape.page,
    from: z.coerce.number().pipe(instant),
    until: z.coerce.number().pipe(instant),
  }),
  reviews: z.strictObject({ stage: z.enum(['open', 'ended']).default('open') }),
} as const;

/** The operations of the API, by name. */
export const operations = {
  readSession: {
    method: 'get',
    path: '/session',
    summary: 'Who is signed in, and what the editor must know of the site.',
    answer: messages.session,
    isOpenToAll: true,
  },
  signIn: { method: 'post', path: '/session', summary: 'Signs in.', body: messages.signIn, answer: messages.session, isOpenToAll: true },
  signOut: { method: 'delete', path: '/session', summary: 'Signs out.', answer: null, isOpenToAll: true },
  listPages: {
    method: 'get',
    path: '/pages',
    summary: 'The page tree in reading order, pages not live included.',
    query: query.pages,
    answer: z.array(messages.pageRow),
  },
  listBlocks: { method: 'get', path: '/blocks', summary: 'The stock, with where each block is used.', answer: z.array(messages.blockRow) },
  readRecord: {
    method: 'get',
    path: '/records/{id}',
    summary: 'One record: what is live, what waits, its revisions and where it is used.',
    answer: messages.recordDetail,
  },
  compareRevisions: {
    method: 'get',
    path: '/compare',
    summary: 'Two revisions, field by field and word by word.',
    query: query.compare,
    answer: messages.comparison,
  },
  createEdition: {
    method: 'post',
    path: '/editions',
    summary: 'Saves changes as one edition, and makes a move with it if asked.',
    body: messages.newEdition,
    answer: messages.editionDetail,
  },
  readEdition: {
    method: 'get',
    path: '/editions/{id}',
    summary: 'An edition with its changes, their effect and its history.',
    answer: messages.editionDetail,
  },
  moveEdition: {
    method: 'post',
    path: '/editions/{id}/moves',
    summary: 'Makes a move: sends for review, returns, declines, approves for a date.',
    body: messages.move,
    answer: messages.editionDetail,
  },
  listEditions: {
    method: 'get',
    path: '/editions',
    summary: 'Editions that wait, or that have ended.',
    query: query.reviews,
    answer: z.array(messages.editionRow),
  },
  saveProposal: {
    method: 'put',
    path: '/proposals/{id}',
    summary: 'Saves a new revision on a proposal.',
    body: messages.saveProposal,
    answer: messages.recordDetail,
  },
  view: {
    method: 'post',
    path: '/view',
    summary: 'A page from a vantage: rendered, and as a running order with reasons.',
    body: messages.viewRequest,
    answer: messages.view,
  },
  effect: {
    method: 'post',
    path: '/effect',
    summary: 'What changes would do: pages gained and lost, and from when.',
    body: messages.effectRequest,
    answer: z.array(messages.effect),
  },
  readRibbon: {
    method: 'get',
    path: '/ribbon',
    summary: 'When each placement of a page shows, within a span of time.',
    query: query.ribbon,
    answer: messages.ribbon,
  },
  readToday: { method: 'get', path: '/today', summary: 'What changes today and next, what waits, what is wrong.', answer: messages.today },
} as const satisfies Record<string, Operation>;

/** See {@link operations}. */
export type OperationName = keyof typeof operations;
