/** A person's record on paper. */
import type { Account } from '../../api/accounts.js';
import { ladders as allLadders } from '../../core/catalog/ladders.js';
import { placeOn, takenOf } from '../../core/ladder/places.js';
import { ladderName } from '../../words/group.js';
import { placeName } from '../../words/names.js';
import { recordPdf } from '../media/record.js';
import type { Context } from '../routes/context.js';
import { recordsOut } from './record-out.js';

/** The record as a PDF. @throws HttpProblem 404 where the account may not see the person */
export async function recordFile(context: Context, account: Account, id: string): Promise<Buffer> {
  const { studio, ladders, circumstances } = context;
  const { catalog, defaults } = await studio.now();
  const { person, record } = await recordsOut(context).of(account, id);
  const taken = takenOf(await ladders.stepsOf(person.id));
  const places = allLadders.flatMap((ladder) => {
    const place = placeOn(catalog, ladder, record.sets, taken);
    return place === null ? [] : [{ ladder: ladderName(ladder.id), place: placeName(catalog, place) }];
  });
  return recordPdf(catalog, record, { hall: defaults.name ?? '', today: await circumstances.today(), places });
}
