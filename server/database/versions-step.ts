/** Step 016: what two people may change at once counts its changes, and says whose the last one was. */
import type { Knex } from 'knex';

/** Tables whose rows are changed in place. Looks count already; what is kept in versions (prescriptions, programmes) needs no more. */
const COUNTED = ['people', 'classes', 'studio_settings'] as const;
/** Those that did not say who changed them last, and when. Without a reference, for which SQLite would make the table anew. */
const SIGNED = ['people', 'observations', 'studio_settings'] as const;

export const versions = {
  name: '016-versions',
  async up(db: Knex): Promise<void> {
    for (const table of COUNTED)
      await db.schema.alterTable(table, (t) => {
        t.integer('version').notNullable().defaultTo(1);
      });
    for (const table of SIGNED)
      await db.schema.alterTable(table, (t) => {
        t.text('changed_by');
        t.text('changed_at');
      });
  },
  async down(db: Knex): Promise<void> {
    for (const table of COUNTED) await db.raw('alter table ?? drop column version', [table]);
    for (const table of SIGNED)
      for (const column of ['changed_by', 'changed_at']) await db.raw('alter table ?? drop column ??', [table, column]);
  },
};
