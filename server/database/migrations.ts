import { directionOf } from '@core/locale/locale-tag';
import type { Knex } from 'knex';

interface NamedMigration extends Knex.Migration {
  readonly name: string;
}

const all: readonly NamedMigration[] = [
  {
    name: '001-ledger',
    async up(knex) {
      await knex.schema.createTable('people', table => {
        table.string('id').primary();
        table.string('name').notNullable();
        table.string('email').notNullable().unique();
        table.string('password_hash').notNullable();
        table.text('roles').notNullable();
        table.text('memberships').notNullable();
      });
      await knex.schema.createTable('settings', table => {
        table.string('name').primary();
        table.text('value').notNullable();
      });
      await knex.schema.createTable('records', table => {
        table.string('id').primary();
        table.string('kind').notNullable().index();
        table.bigInteger('created_at').notNullable();
        table.string('created_by').notNullable().references('people.id');
      });
      await knex.schema.createTable('revisions', table => {
        table.string('id').primary();
        table.string('record_id').notNullable().references('records.id');
        table.string('locale').notNullable();
        table.string('parent_id').references('revisions.id');
        table.string('merged_from_id').references('revisions.id');
        table.string('translated_from_id').references('revisions.id');
        table.text('value').notNullable();
        table.bigInteger('created_at').notNullable();
        table.string('created_by').notNullable().references('people.id');
        table.string('note').notNullable();
        table.index(['record_id', 'locale']);
      });
      await knex.schema.createTable('editions', table => {
        table.string('id').primary();
        table.string('title').notNullable();
        table.bigInteger('created_at').notNullable();
        table.string('created_by').notNullable().references('people.id');
        table.bigInteger('submitted_at');
        table.bigInteger('wished_from');
        table.text('remark').notNullable();
      });
      await knex.schema.createTable('proposals', table => {
        table.string('id').primary();
        table.string('record_id').notNullable().references('records.id').index();
        table.string('locale').notNullable();
        table.string('edition_id').notNullable().references('editions.id').index();
        table.string('head_revision_id').notNullable().references('revisions.id');
        table.string('base_revision_id').references('revisions.id');
        table.boolean('retires').notNullable();
        table.string('stage').notNullable();
        table.bigInteger('created_at').notNullable();
        table.string('created_by').notNullable().references('people.id');
        table.bigInteger('updated_at').notNullable();
      });
      await knex.schema.createTable('publication_entries', table => {
        table.increments('number');
        table.string('publication_id').notNullable().index();
        table.string('record_id').notNullable().references('records.id');
        table.string('locale').notNullable();
        table.string('act').notNullable();
        table.string('revision_id').references('revisions.id');
        table.bigInteger('from').notNullable();
        table.bigInteger('until');
        table.text('from_typed');
        table.text('until_typed');
        table.string('afterwards').notNullable();
        table.bigInteger('recorded_at').notNullable();
        table.string('recorded_by').notNullable().references('people.id');
        table.text('reason').notNullable();
        table.index(['record_id', 'locale']);
      });
      await knex.schema.createTable('edition_moves', table => {
        table.increments('number');
        table.string('edition_id').notNullable().references('editions.id').index();
        table.string('move').notNullable();
        table.text('remark').notNullable();
        table.bigInteger('made_at').notNullable();
        table.string('made_by').notNullable().references('people.id');
      });
    },
    async down(knex) {
      for (const table of ['edition_moves', 'publication_entries', 'proposals', 'editions', 'revisions', 'records', 'settings', 'people']) {
        await knex.schema.dropTable(table);
      }
    },
  },
  {
    name: '002-assembling',
    async up(knex) {
      // Ids of the sections that somebody publishes in; none means everywhere.
      await knex.schema.alterTable('people', table => {
        table.text('sections').notNullable().defaultTo('[]');
      });
      await knex.schema.alterTable('edition_moves', table => {
        table.text('broke').notNullable().defaultTo('');
      });
      await knex.schema.createTable('saved_filters', table => {
        table.increments('number');
        table.string('person_id').notNullable().references('people.id');
        table.string('list').notNullable();
        table.string('name').notNullable();
        table.text('query').notNullable();
        table.unique(['person_id', 'list', 'name']);
      });
    },
    async down(knex) {
      await knex.schema.dropTable('saved_filters');
      await knex.schema.alterTable('edition_moves', table => {
        table.dropColumn('broke');
      });
      await knex.schema.alterTable('people', table => {
        table.dropColumn('sections');
      });
    },
  },
  {
    name: '003-order-of-the-ledger',
    async up(knex) {
      // The order of the ledger is the order in which it was written, whatever a clock said at the time.
      for (const table of ['records', 'revisions', 'editions', 'proposals']) {
        await knex.schema.alterTable(table, columns => {
          columns.bigInteger('number').notNullable().defaultTo(0);
        });
        await knex(table).update({ number: knex.raw('rowid') });
        await knex.schema.alterTable(table, columns => {
          columns.index(['number']);
        });
      }
      // By which edition something was published, taken from the words that were published where that was not noted.
      await knex.schema.alterTable('publication_entries', table => {
        table.string('edition_id');
      });
      await knex('publication_entries').update({
        edition_id: knex.raw('(select edition_id from proposals where head_revision_id = publication_entries.revision_id limit 1)'),
      });
      await knex.schema.createTable('set_aside', table => {
        table.string('table_name').notNullable();
        table.string('row_id').notNullable();
        table.text('stored').notNullable();
        table.text('why').notNullable();
        table.bigInteger('at').notNullable();
        table.primary(['table_name', 'row_id']);
      });
      if (!(await knex.schema.hasTable('sessions')))
        await knex.schema.createTable('sessions', table => {
          table.string('sid', 255).primary();
          table.json('sess').notNullable();
          table.dateTime('expired').notNullable().index();
        });
    },
    async down(knex) {
      await knex.schema.dropTable('set_aside');
      for (const table of ['proposals', 'editions', 'revisions', 'records']) {
        await knex.schema.alterTable(table, columns => {
          columns.dropColumn('number');
        });
      }
    },
  },
  {
    name: '004-files',
    async up(knex) {
      await knex.schema.createTable('contents', table => {
        table.string('hash', 64).primary();
        table.string('media_type').notNullable();
        table.bigInteger('size').notNullable();
        table.integer('width');
        table.integer('height');
        table.bigInteger('received_at').notNullable().index();
      });
      await knex.schema.createTable('hits', table => {
        table.string('record_id').primary();
        table.bigInteger('count').notNullable();
        table.bigInteger('last_at').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('hits');
      await knex.schema.dropTable('contents');
    },
  },
  {
    name: '005-people',
    async up(knex) {
      await knex.schema.alterTable('people', table => {
        // What a reader says of themself.
        table.text('profile').notNullable().defaultTo('{}');
        table.bigInteger('created_at').notNullable().defaultTo(0);
        // Whoever left is never deleted while something names them.
        table.bigInteger('deactivated_at');
      });
      await knex.schema.createTable('access_tokens', table => {
        table.string('hash', 64).primary();
        table.string('person_id').notNullable().references('people.id').index();
        table.string('purpose').notNullable();
        table.bigInteger('created_at').notNullable();
        table.bigInteger('expires_at').notNullable().index();
        table.bigInteger('used_at');
      });
      await knex.schema.createTable('mails', table => {
        table.string('id').primary();
        table.string('to').notNullable();
        table.string('subject').notNullable();
        table.text('text').notNullable();
        table.bigInteger('sent_at').notNullable().index();
        table.string('fault').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('mails');
      await knex.schema.dropTable('access_tokens');
      await knex.schema.alterTable('people', table => {
        table.dropColumn('profile');
        table.dropColumn('created_at');
        table.dropColumn('deactivated_at');
      });
    },
  },
  {
    name: '006-grants',
    async up(knex) {
      // What somebody may do, where and in which locales; before, sections held for all of their roles.
      await knex.schema.alterTable('people', table => {
        table.text('grants').notNullable().defaultTo('[]');
      });
      for (const { id, roles, sections } of (await knex('people').select('id', 'roles', 'sections')) as Record<string, string>[]) {
        const held = parsedList(roles!).map(role => ({ role, sections: parsedList(sections!), locales: [] }));
        await knex('people')
          .where({ id })
          .update({ grants: JSON.stringify(held) });
      }
      await knex.schema.alterTable('people', table => {
        table.dropColumn('roles');
        table.dropColumn('sections');
      });
    },
    async down(knex) {
      await knex.schema.alterTable('people', table => {
        table.text('roles').notNullable().defaultTo('[]');
        table.text('sections').notNullable().defaultTo('[]');
      });
      for (const { id, grants } of (await knex('people').select('id', 'grants')) as Record<string, string>[]) {
        const held = parsedList(grants!) as unknown as { role: string; sections: string[] }[];
        await knex('people')
          .where({ id })
          .update({
            roles: JSON.stringify(held.map(each => each.role)),
            sections: JSON.stringify([...new Set(held.flatMap(each => each.sections))]),
          });
      }
      await knex.schema.alterTable('people', table => {
        table.dropColumn('grants');
      });
    },
  },
  {
    name: '007-locales',
    async up(knex) {
      const settings = (await knex('settings').whereIn('name', ['baseLocale', 'locales'])) as { name: string; value: string }[];
      const held = (name: string): unknown => {
        const row = settings.find(each => each.name === name);
        return row && (JSON.parse(row.value) as unknown);
      };
      const base = String(held('baseLocale') ?? 'en-GB');
      // Records begin in any locale; until now all did in the one of the site.
      await knex.schema.alterTable('records', table => {
        table.string('locale').notNullable().defaultTo(base);
      });
      const known = (held('locales') ?? []) as { tag: string; name: string }[];
      const first = known.find(each => each.tag === base) ?? { tag: base, name: base };
      const locales = [first, ...known.filter(each => each.tag !== base)].map(({ tag, name }, at) => ({
        tag,
        name,
        direction: directionOf(tag),
        follows: '',
        prefix: at === 0 ? '' : tag.toLowerCase(),
        host: '',
        // Nothing is read by the public that nobody has let go.
        state: at === 0 ? 'open' : 'staff',
      }));
      await knex('settings').whereIn('name', ['baseLocale', 'localeName', 'locales']).delete();
      if (settings.length > 0) await knex('settings').insert({ name: 'locales', value: JSON.stringify(locales) });
    },
    async down(knex) {
      const row = (await knex('settings').where({ name: 'locales' }).first()) as { value: string } | undefined;
      const locales = row ? (JSON.parse(row.value) as { tag: string; name: string }[]) : [];
      if (locales.length > 0) {
        const plain = locales.map(({ tag, name }) => ({ tag, name }));
        await knex('settings')
          .where({ name: 'locales' })
          .update({ value: JSON.stringify(plain) });
        await knex('settings').insert({ name: 'baseLocale', value: JSON.stringify(plain[0]!.tag) });
        await knex('settings').insert({ name: 'localeName', value: JSON.stringify(plain[0]!.name) });
      }
      await knex.schema.alterTable('records', table => {
        table.dropColumn('locale');
      });
    },
  },
  {
    name: '008-language-of-the-editor',
    async up(knex) {
      await knex.schema.alterTable('people', table => {
        table.text('language').notNullable().defaultTo('');
      });
    },
    async down(knex) {
      await knex.schema.alterTable('people', table => {
        table.dropColumn('language');
      });
    },
  },
  {
    name: '009-audit-log',
    async up(knex) {
      await knex.schema.createTable('audit_log', table => {
        table.integer('number').primary();
        table.bigInteger('at').notNullable();
        table.text('person_id').nullable();
        table.text('source').notNullable();
        table.text('act').notNullable();
        table.text('kind').notNullable();
        table.text('subject_id').notNullable();
        table.text('locale').notNullable();
        table.text('title').notNullable();
        table.text('before').nullable();
        table.text('after').nullable();
        table.text('hash').notNullable();
        table.index(['person_id', 'number']);
        table.index(['subject_id', 'number']);
        table.index(['act', 'number']);
      });
      // What has been written down stays: the store itself refuses to change or delete it.
      for (const act of ['update', 'delete'])
        await knex.raw(
          `create trigger audit_log_no_${act} before ${act} on audit_log begin select raise(abort, 'the audit log is only added to'); end`,
        );
    },
    async down(knex) {
      await knex.schema.dropTable('audit_log');
    },
  },
  {
    name: '010-preview-links',
    async up(knex) {
      await knex.schema.createTable('preview_links', table => {
        table.text('id').primary();
        table.text('hash').notNullable().unique();
        table.text('edition_id').notNullable().index();
        table.text('locale').notNullable();
        table.bigInteger('moment').nullable();
        table.text('reader').notNullable();
        table.bigInteger('created_at').notNullable();
        table.text('created_by').notNullable();
        table.bigInteger('ends_at').notNullable();
        table.bigInteger('ended_at').nullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('preview_links');
    },
  },
  {
    name: '011-remarks-and-notices',
    async up(knex) {
      await knex.schema.createTable('remarks', table => {
        table.text('id').primary();
        table.text('edition_id').notNullable().index();
        table.text('proposal_id').nullable();
        table.text('field').notNullable();
        table.text('revision_id').nullable();
        table.text('passage').nullable();
        table.text('body').notNullable();
        table.text('reply_to').nullable();
        table.bigInteger('made_at').notNullable();
        table.text('made_by').notNullable();
        table.bigInteger('settled_at').nullable();
        table.text('settled_by').nullable();
      });
      await knex.schema.createTable('notices', table => {
        table.text('id').primary();
        table.text('person_id').notNullable();
        table.text('kind').notNullable();
        table.text('act').notNullable();
        table.text('title').notNullable();
        table.text('edition_id').nullable();
        table.text('record_id').nullable();
        table.text('by_id').notNullable();
        table.bigInteger('made_at').notNullable();
        table.boolean('is_in_app').notNullable();
        table.bigInteger('read_at').nullable();
        table.boolean('waits_for_mail').notNullable();
        table.index(['person_id', 'made_at']);
        table.index(['waits_for_mail', 'made_at']);
      });
      await knex.schema.createTable('notice_choices', table => {
        table.text('person_id').notNullable();
        table.text('kind').notNullable();
        table.boolean('in_app').notNullable();
        table.text('mail').notNullable();
        table.primary(['person_id', 'kind']);
      });
    },
    async down(knex) {
      for (const name of ['remarks', 'notices', 'notice_choices']) await knex.schema.dropTable(name);
    },
  },
  {
    name: '012-given-words',
    async up(knex) {
      await knex.schema.createTable('given_words', table => {
        table.text('id').primary();
        table.text('edition_id').notNullable().index();
        table.text('role').notNullable();
        table.text('heads').notNullable();
        table.text('remark').notNullable();
        table.bigInteger('given_at').notNullable();
        table.text('given_by').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('given_words');
    },
  },
  {
    name: '013-calendar-feeds',
    async up(knex) {
      await knex.schema.createTable('calendar_feeds', table => {
        table.text('id').primary();
        table.text('hash').notNullable().unique();
        table.text('person_id').notNullable().index();
        table.text('name').notNullable();
        table.text('kinds').notNullable();
        table.text('section').nullable();
        table.boolean('with_proposed').notNullable();
        table.bigInteger('created_at').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('calendar_feeds');
    },
  },
  {
    name: '014-former-settings',
    async up(knex) {
      await knex.schema.createTable('former_settings', table => {
        table.increments('id');
        table.text('name').notNullable();
        table.text('value').notNullable();
        table.bigInteger('until').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('former_settings');
    },
  },
  {
    name: '015-outside-copies',
    async up(knex) {
      await knex.schema.createTable('outside_copies', table => {
        table.text('address').primary();
        table.text('body').notNullable();
        table.bigInteger('read_at').notNullable();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('outside_copies');
    },
  },
  {
    name: '016-day-counts',
    async up(knex) {
      await knex.schema.createTable('day_counts', table => {
        table.text('what').notNullable();
        table.text('id').notNullable();
        table.text('day').notNullable().index();
        table.integer('count').notNullable();
        table.primary(['what', 'id', 'day']);
      });
    },
    async down(knex) {
      await knex.schema.dropTable('day_counts');
    },
  },
  {
    name: '017-form-messages',
    async up(knex) {
      await knex.schema.createTable('form_messages', table => {
        table.text('id').primary();
        table.text('block_id').notNullable().index();
        table.text('page_id').notNullable();
        table.text('locale').notNullable();
        table.text('answers').notNullable();
        table.bigInteger('sent_at').notNullable();
        table.bigInteger('kept_until').notNullable().index();
      });
    },
    async down(knex) {
      await knex.schema.dropTable('form_messages');
    },
  },
];

// What cannot be read gives nobody anything.
function parsedList(text: string): readonly string[] {
  try {
    const parsed: unknown = JSON.parse(text);
    return Array.isArray(parsed) ? (parsed as string[]) : [];
  } catch {
    return [];
  }
}

/** The steps that bring a store up to date, in order. They are part of the program, so none can go missing on disk. */
export const migrations: Knex.MigrationSource<NamedMigration> = {
  getMigrations: () => Promise.resolve([...all]),
  getMigrationName: migration => migration.name,
  getMigration: migration => Promise.resolve(migration),
};
