import { simpleParser } from 'mailparser';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { lastingMembership } from '@core/people/membership';
import { tokenLives } from '../services/access';
import { TestClient, TestSite } from '../testing/test-site';
import { mailLimits } from './access-router';

const password = 'hemp tarred loft 7';

describe('people', () => {
  const test = new TestSite();
  let admin: TestClient;
  beforeAll(async () => {
    await test.open();
    admin = await test.client('margit');
  });
  afterAll(() => test.close());

  const idOf = (email: string) => [...test.site.people.values()].find(each => each.email === email)!.id;
  const invite = async (email: string, part: object = {}) =>
    admin.post('/api/people', { name: 'Ann Penrose', email, grants: [{ role: 'writer' }], ...part });
  /** The e-mails to somebody as an independent parser reads them, the newest last. */
  const mailsTo = async (email: string, count = 1) => {
    for (let tries = 0; tries < 100 && test.site.outbox; tries += 1) {
      const folder = path.join(test.folder, 'outbox');
      const files = (() => {
        try {
          return readdirSync(folder).sort();
        } catch {
          return [];
        }
      })();
      const mails = await Promise.all(files.map(file => simpleParser(readFileSync(path.join(folder, file)))));
      const theirs = mails.filter(each => [each.to].flat().some(to => to?.text.includes(email)));
      if (theirs.length >= count) return theirs;
      await new Promise(resolve => setTimeout(resolve, 20));
    }
    return [];
  };
  const linkIn = (mail: { text?: string } | undefined) => new URL(/http\S+/.exec(mail?.text ?? '')![0]);
  const anybody = async () => {
    const client = new TestClient(test);
    await client.get('/api/session');
    return client;
  };
  const formToken = (html: string) => /name="csrf" value="([^"]+)"/.exec(html)![1]!;
  const follow = async (client: TestClient, link: URL, chosen = password) => {
    const page = await client.get(link.pathname + link.search);
    if (!page.text.includes('name="password"')) return page;
    return client.form('/sign-in/password', { csrf: formToken(page.text), token: link.searchParams.get('token')!, password: chosen });
  };
  const signIn = async (email: string, word = password) => (await anybody()).post('/api/session', { email, password: word });

  it('are invited by an e-mail that anybody’s mail program can read, and come once', async () => {
    await invite('ann@merrowby.example');
    const [mail] = await mailsTo('ann@merrowby.example');
    expect([mail!.subject, mail!.from?.text, [mail!.to].flat()[0]?.text, mail!.messageId?.includes('@')]).toEqual([
      'Merrowby Coast Reserves: an invitation',
      '"Merrowby Coast Reserves" <no-reply@127.0.0.1>',
      'ann@merrowby.example',
      true,
    ]);
    const link = linkIn(mail);
    const client = await anybody();
    const done = await follow(client, link);
    expect([done.status, done.headers.get('location')]).toEqual([303, '/almanac/today']);
    expect((await client.get('/api/session')).json.person.roles).toEqual(['writer']);
    expect((await follow(await anybody(), link)).text).toContain('used already');
    expect((await signIn('ann@merrowby.example')).status).toBe(200);
  });

  it('follow no link that has ended, that a newer one replaced, or that is for somebody else', async () => {
    await invite('late@merrowby.example');
    const [first] = await mailsTo('late@merrowby.example');
    await admin.post(`/api/people/${idOf('late@merrowby.example')}/invitation`, {});
    const second = (await mailsTo('late@merrowby.example', 2))[1];
    expect((await follow(await anybody(), linkIn(first))).status).toBe(410);
    const ida = await test.client('ida');
    expect((await follow(ida, linkIn(second))).text).toContain('You are signed in as Ida Venn, and this link is for Ann Penrose');
    test.now += tokenLives.invitation;
    expect((await follow(await anybody(), linkIn(second))).text).toContain('has ended');
    test.now -= tokenLives.invitation;
    expect((await follow(await anybody(), linkIn(second), 'short')).status).toBe(422);
    expect((await follow(await anybody(), linkIn(second))).status).toBe(303);
  });

  // OWASP ASVS 5.0 chapter 6: nothing tells which addresses are known; NIST SP 800-63B-4 for what a password must be.
  it('ask for a new password without learning whether an address is known, and no more often than is fit', async () => {
    const client = await anybody();
    const ask = async (email: string) => {
      const page = await client.get('/sign-in/forgotten');
      return client.form('/sign-in/forgotten', { csrf: formToken(page.text), email });
    };
    const [known, unknown] = [await ask('edwin@merrowby.example'), await ask('nobody@merrowby.example')];
    expect([known.status, known.text.replace('edwin', 'nobody')]).toEqual([unknown.status, unknown.text]);
    const [mail] = await mailsTo('edwin@merrowby.example');
    expect(linkIn(mail).origin).toBe(test.address);
    const before = await signIn('edwin@merrowby.example', 'tideline');
    expect(before.status).toBe(200);
    expect((await follow(await anybody(), linkIn(mail))).status).toBe(303);
    expect([(await signIn('edwin@merrowby.example', 'tideline')).status, (await signIn('edwin@merrowby.example')).status]).toEqual([
      401, 200,
    ]);
    for (let time = 0; time < mailLimits.perReceiver + 3; time += 1) await ask('ida@merrowby.example');
    expect((await mailsTo('ida@merrowby.example', mailLimits.perReceiver)).length).toBe(mailLimits.perReceiver);
  });

  it('change their password, which ends their sessions elsewhere, and see where they are signed in', async () => {
    const [here, there] = [await test.client('bea'), await test.client('bea')];
    const sessions = (await here.get('/api/session/all')).json;
    expect([sessions.length >= 2, sessions.filter((each: { isThis: boolean }) => each.isThis).length]).toEqual([true, 1]);
    expect((await here.put('/api/session/password', { current: 'x', next: password })).json.errors[0].pointer).toBe('/current');
    expect((await here.put('/api/session/password', { current: 'tideline', next: 'bealorimer123456' })).json.errors[0].pointer).toBe(
      '/next',
    );
    expect((await here.put('/api/session/password', { current: 'tideline', next: password })).status).toBe(204);
    expect([(await here.get('/api/pages')).status, (await there.get('/api/pages')).status]).toEqual([200, 401]);
    await here.put('/api/session/password', { current: password, next: 'another rope walk' });
  });

  it('lose and gain what they may do from their next request on, and never the last administrator', async () => {
    const saskia = await test.client('saskia');
    const id = idOf('saskia@merrowby.example');
    const placement = test.site.snapshots.at().placements[0]!;
    const tryIt = async () => (await saskia.put('/api/limits', {}, { 'if-match': '"x"' })).status;
    expect(await tryIt()).toBe(403);
    await admin.put(`/api/people/${id}`, { grants: [{ role: 'manager' }, { role: 'editor' }] });
    expect(await tryIt()).toBe(412);
    await admin.put(`/api/people/${id}`, { isActive: false });
    expect([(await saskia.get('/api/pages')).status, (await signIn('saskia@merrowby.example', 'tideline')).status]).toEqual([401, 401]);
    // What somebody wrote stays theirs.
    expect((await admin.get(`/api/records/${placement.id}`)).status).toBe(200);
    await admin.put(`/api/people/${id}`, { isActive: true });
    expect((await signIn('saskia@merrowby.example', 'tideline')).status).toBe(200);
    const margit = idOf('margit@merrowby.example');
    for (const change of [{ grants: [{ role: 'editor' }] }, { isActive: false }])
      expect((await admin.put(`/api/people/${margit}`, change)).status).toBe(409);
    expect((await admin.send('DELETE', `/api/people/${margit}`)).status).toBe(409);
    expect((await admin.send('DELETE', `/api/people/${id}`)).json.detail).toContain('stays theirs');
  });

  it('are refused what does not fit, by the field', async () => {
    const pointers = async (part: object, email = 'fresh@merrowby.example') =>
      (await invite(email, part)).json.errors?.map((each: { pointer: string }) => each.pointer);
    const day = (date: string) => ({ local: `${date}T00:00`, zone: 'Europe/London' });
    expect([
      await pointers({}, 'bea@merrowby.example'),
      await pointers({}, 'not an address'),
      await pointers({ grants: [{ role: 'king' }] }),
      await pointers({ grants: [{ role: 'editor', sections: [crypto.randomUUID()], locales: ['tlh'] }] }),
      await pointers({ memberships: [{ name: 'crew', from: null, until: null }] }),
      await pointers({ memberships: [{ name: 'member', from: day('2027-05-01'), until: day('2027-05-01') }] }),
    ]).toEqual([
      ['/email'],
      ['/email'],
      ['/grants/0/role'],
      ['/grants/0/sections/0', '/grants/0/locales/0'],
      ['/memberships/0/name'],
      ['/memberships/0/until'],
    ]);
  });

  it('are looked as by administrators, with the memberships that they hold at the moment looked at', async () => {
    const email = 'season@reader.example';
    const day = (date: string) => ({ local: `${date}T00:00`, zone: 'Europe/London' });
    const memberships = [{ name: 'member', from: day('2027-05-01'), until: day('2027-06-01') }];
    await invite(email, { grants: [], memberships });
    const reader = { signedIn: true, roles: [], memberships: [], person: idOf(email) };
    const asked = (client: TestClient, moment: string) =>
      client.post('/api/view', { vantage: { page: test.site.snapshots.at().front!.id, reader, moment: Date.parse(moment) } });
    const words = async (moment: string) => (await asked(admin, moment)).json.readerWords;
    expect([await words('2027-04-30T22:59Z'), await words('2027-04-30T23:00Z'), await words('2027-05-31T23:00Z')]).toEqual([
      'Ann Penrose',
      'Ann Penrose, members',
      'Ann Penrose',
    ]);
    expect((await asked(await test.client('ida'), '2027-05-02T00:00Z')).status).toBe(403);
  });

  describe('who read', () => {
    const signUp = async (email: string, name = 'Wyn') => {
      const client = await anybody();
      const page = await client.get('/sign-in/new');
      return client.form('/sign-in/new', { csrf: formToken(page.text), name, email });
    };
    beforeAll(() => admin.put('/api/settings', { signUp: { isOpen: true, membership: 'member' } }));

    it('sign up by themselves, confirm their address, and hold the membership that goes with it', async () => {
      expect((await signUp('wyn@reader.example')).status).toBe(200);
      const [mail] = await mailsTo('wyn@reader.example');
      expect((await signIn('wyn@reader.example')).status).toBe(401);
      const client = await anybody();
      expect((await follow(client, linkIn(mail))).headers.get('location')).toBe('/');
      expect((await client.get('/join/members')).status).toBe(200);
    });

    it('learn from signing up with a taken address nothing that whoever reads its mail does not', async () => {
      const [taken, fresh] = [await signUp('jon@reader.example'), await signUp('jan@reader.example')];
      expect([taken.status, taken.text.replaceAll('jon@', 'jan@')]).toEqual([fresh.status, fresh.text]);
      const [told] = await mailsTo('jon@reader.example');
      expect(told!.subject).toContain('you have an account already');
    });

    it('cannot where the site does not want it', async () => {
      await admin.put('/api/settings', { signUp: { isOpen: false, membership: '' } });
      expect((await (await anybody()).get('/sign-in/new')).status).toBe(404);
      await admin.put('/api/settings', { signUp: { isOpen: true, membership: 'member' } });
      expect((await admin.put('/api/settings', { signUp: { isOpen: true, membership: 'crew' } })).status).toBe(422);
    });

    it('hold a membership from its first moment to its last', async () => {
      const id = idOf('jon@reader.example');
      const jon = await test.client('jon');
      const day = (local: string) => ({ local, zone: 'Europe/London' });
      await admin.put(`/api/people/${id}`, {
        memberships: [{ name: 'member', from: day('2027-03-18T12:00'), until: day('2027-03-18T14:00') }],
      });
      const seen: number[] = [];
      for (const minutes of [0, 150, 270]) {
        test.now += minutes * 60_000;
        seen.push((await jon.get('/join/members')).status);
        test.now -= minutes * 60_000;
      }
      expect(seen).toEqual([404, 200, 404]);
      await admin.put(`/api/people/${id}`, { memberships: [lastingMembership('member')] });
      expect((await jon.get('/join/members')).status).toBe(200);
    });

    it('say of themselves what the site asks for, and change it', async () => {
      const asked = { name: 'town', label: 'Town', help: 'For the nearest reserve', isRequired: true };
      expect((await admin.put('/api/settings', { profileFields: [asked, asked] })).json.errors[0].pointer).toBe('/profileFields');
      await admin.put('/api/settings', { profileFields: [asked] });
      const client = await anybody();
      const page = await client.get('/sign-in/new');
      const email = 'looe@reader.example';
      const send = (town: string) => client.form('/sign-in/new', { csrf: formToken(page.text), name: 'Wyn', email, 'about-town': town });
      expect([page.text.includes('For the nearest reserve'), (await send(' ')).status, (await send('Looe')).status]).toEqual([
        true,
        422,
        200,
      ]);
      const [mail] = await mailsTo(email);
      await follow(client, linkIn(mail));
      await client.get('/api/session');
      const profile = await client.get('/sign-in/profile');
      expect(profile.text).toContain('value="Looe"');
      const change = { csrf: formToken(profile.text), name: 'Wyn Pask', 'about-town': 'Polperro' };
      expect((await client.form('/sign-in/profile', change)).text).toContain('Kept.');
      expect((await client.form('/sign-in/profile', { ...change, 'about-town': '' })).status).toBe(422);
      const row = (await admin.get('/api/people')).json.find((each: { email: string }) => each.email === email);
      expect([row.name, row.profile]).toEqual(['Wyn Pask', { town: 'Polperro' }]);
      expect((await admin.get('/api/people', { accept: 'text/csv' })).text.split('\r\n')[0]).toBe(
        'name,e-mail,memberships,state,since,Town',
      );
      expect((await (await anybody()).get('/sign-in/profile')).status).toBe(302);
      await admin.put('/api/settings', { profileFields: [] });
    });

    it('are listed as a table that no program takes for formulas, and forgotten on request', async () => {
      await invite('formula@reader.example', { name: '=1+1', grants: [] });
      const { text, headers } = await admin.get('/api/people', { accept: 'text/csv' });
      expect([
        headers.get('content-type')?.startsWith('text/csv'),
        text.split('\r\n')[0],
        text.includes("'=1+1"),
        text.includes('bea@'),
      ]).toEqual([true, 'name,e-mail,memberships,state,since', true, false]);
      const id = idOf('formula@reader.example');
      expect((await admin.send('DELETE', `/api/people/${id}`)).status).toBe(204);
      expect([test.site.people.has(id), await test.site.knex('access_tokens').where({ person_id: id }).first()]).toEqual([
        false,
        undefined,
      ]);
    });
  });
});
