/** What somebody was assigned, on paper, with what is asked of them next. */
import type { Account } from '../../api/accounts.js';
import type { Person } from '../../api/people.js';
import type { Prescription } from '../../api/plans.js';
import { gateHere, takenOf } from '../../core/ladder/places.js';
import { capFor, stoppedBy } from '../../core/person/circumstance.js';
import { nextGateText } from '../../words/gates.js';
import { sheetPdf } from '../media/sheet.js';
import { judgedPerson, type Context } from '../routes/context.js';

/**
 * The sheet as a PDF. While something stands against loading the position, nothing is asked for next.
 * @throws HttpProblem 404 where the account may not see the person
 */
export async function sheetFile(
  context: Context,
  account: Account,
  person: Person,
  prescription: Prescription,
): Promise<Buffer> {
  const { studio, ladders, judging, circumstances } = context;
  const { catalog } = await studio.now();
  const { family } = prescription;
  const circumstance = await circumstances.of(person.id);
  const taken = takenOf(await ladders.stepsOf(person.id));
  const { cautions, today } = circumstance;
  const here = stoppedBy(circumstance, family)
    ? null
    : gateHere(
        catalog,
        family,
        { cap: capFor(catalog, circumstance, family), cautions, today },
        await judging.holdsOf(await judgedPerson(context, account, person.id)),
        taken,
      );
  return sheetPdf(catalog, person, prescription, here && nextGateText(here));
}
