import type { Session } from '@contract/messages';
import { openApiDocument } from '@contract/openapi';
import { operations, type Operation, type OperationName } from '@contract/operations';
import express, { type Request, type Response, type Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { z } from 'zod';
import type { Person } from '../repositories/people-repository';
import { createEdition, moveEdition, saveProposal } from '../services/editions';
import { editionDetail, listEditions } from '../services/edition-views';
import { effectsOf } from '../services/effects';
import { compareRevisions, listBlocks, listPages, readRecord } from '../services/records';
import { todayFor } from '../services/today';
import { checkedChanges } from '../services/validation';
import { overlaysFor, ribbonOf, viewPage } from '../services/views';
import type { Site } from '../site/site';
import { faultsFromIssues, Refusal, refuseInvalid } from './problems';
import { authenticate, beginSession, endSession, personOf, type Sessions } from './sessions';

type Body<Name extends OperationName> = (typeof operations)[Name] extends { body: infer Schema extends z.ZodType }
  ? z.infer<Schema>
  : undefined;
type Query<Name extends OperationName> = (typeof operations)[Name] extends { query: infer Schema extends z.ZodType }
  ? z.infer<Schema>
  : undefined;
type Answer<Name extends OperationName> = (typeof operations)[Name]['answer'] extends z.ZodType
  ? z.infer<(typeof operations)[Name]['answer']>
  : undefined;

interface Call<Name extends OperationName> {
  readonly request: Request;
  readonly response: Response;
  readonly person: Person;
  readonly body: Body<Name>;
  readonly query: Query<Name>;
  readonly id: string;
}

type Handlers = { readonly [Name in OperationName]: (call: Call<Name>) => Promise<Readonly<Answer<Name>>> | Readonly<Answer<Name>> };

/** How many failed sign-ins one address and account may make in a quarter of an hour. */
const failedSignIns = { limit: 10, windowMs: 15 * 60_000 };

/** Refuses after too many failed sign-ins. */
export function signInLimit(): express.RequestHandler {
  return rateLimit({
    ...failedSignIns,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: request => `${request.ip ?? ''} ${String((request.body as { email?: unknown } | undefined)?.email ?? '').toLowerCase()}`,
    validate: { keyGeneratorIpFallback: false },
    requestWasSuccessful: (_request, response) => response.statusCode < 400,
    handler: (_request, _response, next) =>
      next(new Refusal('too-many-requests', 'Too many failed attempts. Wait a quarter of an hour and try again.')),
  });
}

/** The HTTP API, every call validated against its operation. */
export function apiRouter(site: Site, sessions: Sessions, version: string): Router {
  const router = express.Router();
  const openApi = openApiDocument(version);
  router.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  router.get('/openapi.json', (_request, response) => response.json(openApi));
  router.use('/session', signInLimit());
  const handlers = handlersFor(site, sessions);
  for (const name of Object.keys(operations) as OperationName[])
    register(router, site, sessions, operations[name], handlers[name] as (call: Call<OperationName>) => unknown);
  router.use((request, _response, next) => next(new Refusal('not-found', `There is nothing at ${request.path}.`)));
  return router;
}

function register(
  router: Router,
  site: Site,
  sessions: Sessions,
  operation: Operation,
  handler: (call: Call<OperationName>) => unknown,
): void {
  const guards = operation.method === 'get' ? [] : [sessions.refuseForged];
  router[operation.method](operation.path.replace(/\{(\w+)\}/g, ':$1'), ...guards, async (request: Request, response: Response) => {
    const person = personOf(site, request);
    if (!operation.isOpenToAll) {
      if (!person) throw new Refusal('not-signed-in', 'Sign in first. What you have written is kept in this browser.');
      if (person.roles.length === 0) throw new Refusal('not-permitted', 'The editor is for staff. Readers use the public site.');
    }
    const call = {
      request,
      response,
      person,
      body: parse(operation.body, request.body),
      query: parse(operation.query, request.query),
      id: String(request.params['id'] ?? ''),
    };
    const answer = await handler(call as unknown as Call<OperationName>);
    if (operation.answer === null) response.status(204).end();
    else response.json(answer);
  });
}

function parse(schema: z.ZodType | undefined, raw: unknown): unknown {
  if (!schema) return undefined;
  const parsed = schema.safeParse(raw ?? {});
  if (!parsed.success) refuseInvalid(faultsFromIssues(parsed.error.issues));
  return parsed.data;
}

function handlersFor(site: Site, sessions: Sessions): Handlers {
  return {
    readSession: ({ request, response, person }) => describeSession(site, sessions, request, response, person),
    signIn: async ({ request, response, body }) => {
      const person = await authenticate(site, body.email, body.password);
      if (!person)
        throw new Refusal('wrong-credentials', 'No account has this e-mail address and password.', [
          { pointer: '/password', detail: 'Check both and try again.' },
        ]);
      await beginSession(request, person);
      return describeSession(site, sessions, request, response, person);
    },
    signOut: ({ request }) => endSession(request) as Promise<undefined>,
    listPages: ({ query }) => [...listPages(site, query.moment ?? null)],
    listBlocks: () => [...listBlocks(site)],
    readRecord: ({ person, id }) => readRecord(site, person, id),
    compareRevisions: ({ query }) => compareRevisions(site, query.before, query.after),
    createEdition: async ({ person, body }) => editionDetail(site, person, await createEdition(site, person, body)),
    readEdition: ({ person, id }) => editionDetail(site, person, id),
    moveEdition: async ({ person, id, body }) => {
      await moveEdition(site, person, id, body);
      return editionDetail(site, person, id);
    },
    listEditions: ({ person, query }) => [...listEditions(site, person, query.stage)],
    saveProposal: async ({ person, id, body }) =>
      readRecord(site, person, await saveProposal(site, person, id, body.value, body.parentRevisionId, body.note)),
    view: ({ body }) => viewPage(site, { ...body, changes: checkedChanges(body.changes) }),
    effect: ({ body }) => [...effectsOf(site, overlaysFor(site, body.withEditions, checkedChanges(body.changes)), body.moment)],
    readRibbon: ({ query }) => ribbonOf(site, query.page, query.from, query.until),
    readToday: ({ person }) => todayFor(site, person),
  };
}

function describeSession(site: Site, sessions: Sessions, request: Request, response: Response, person: Person | null): Session {
  const { settings, clocks, theme } = site;
  return {
    person: person && { id: person.id, name: person.name, email: person.email, roles: [...person.roles] },
    csrfToken: sessions.tokenFor(request, response),
    site: {
      name: settings.name,
      zone: settings.zone,
      locale: settings.baseLocale,
      localeName: settings.localeName,
      now: clocks.content(),
      isFrozen: clocks.isFrozen,
      memberships: [...settings.memberships],
      theme: theme.manifest,
      pictures: [...site.pictures],
    },
  };
}
