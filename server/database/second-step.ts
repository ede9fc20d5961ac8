/** Step 017: a second factor of accounts, and the codes for when its device is lost. */
import type { Knex } from 'knex';

export const second = {
  name: '017-second-factor',
  async up(db: Knex): Promise<void> {
    await db.schema.alterTable('accounts', (t) => {
      // Sealed with the studio's secret; begun until a code of it was entered.
      t.binary('second_secret');
      t.boolean('second_on').notNullable().defaultTo(false);
      // The step of time whose code was used last: a code lets in once.
      t.integer('second_step').notNullable().defaultTo(0);
    });
    await db.schema.createTable('second_codes', (t) => {
      t.text('account_id').notNullable().references('accounts.id').onDelete('CASCADE').index();
      t.text('code_hash').notNullable();
      t.primary(['account_id', 'code_hash']);
    });
  },
  async down(db: Knex): Promise<void> {
    await db.schema.dropTable('second_codes');
    for (const column of ['second_secret', 'second_on', 'second_step'])
      await db.raw('alter table accounts drop column ??', [column]);
  },
};
