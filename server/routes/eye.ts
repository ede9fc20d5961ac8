/** A coach's own eye: rounds of practice, pictures and clips judged blind, and where the eyes of a studio differ. */
import { setImmediate as turn } from 'node:timers/promises';
import type { Account } from '../../api/accounts.js';
import type { Blind, Deal, OwnEye, Second, StudioEyes } from '../../api/eye.js';
import type { Look } from '../../api/observations.js';
import { judge } from '../../core/evaluate/judge.js';
import { resolveObservation } from '../../core/evaluate/resolve.js';
import { see } from '../../core/evaluate/see.js';
import { deal, type Practisable } from '../../core/eye/deal.js';
import type { Eye } from '../../core/eye/eye.js';
import { eyeFrom, lineOfRound, type EyeSummary } from '../../core/eye/rounds.js';
import { agreementOf, isWatched, namedIn, saidInRound, saidOf, type Said } from '../../core/eye/two-eyes.js';
import { InputError } from '../../core/formats/problems.js';
import type { Observation } from '../../core/formats/observation.js';
import { nobody, type Circumstance } from '../../core/person/circumstance.js';
import { median, seededRandom } from '../../core/statistics.js';
import { Again, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { StoredDeal, StoredSecond } from '../repositories/eyes.js';
import type { Known } from '../repositories/studio.js';
import type { Context } from './context.js';

type Names =
  | 'eye.get'
  | 'practice.get'
  | 'deals.add'
  | 'deals.get'
  | 'deals.answer'
  | 'deals.remove'
  | 'blind.list'
  | 'blind.get'
  | 'seconds.set'
  | 'seconds.list'
  | 'eyes.list';

/** Two watched holds that began within so many seconds of one another were one hold, watched by two. */
const TOGETHER = 20;

/** Whether a record is of seconds held, not of reps. */
const isTimed = ({ reps, targetReps }: Observation): boolean => reps === undefined && targetReps === undefined;

const share = ({ hits, of }: { hits: number; of: number }): number | null => (of > 0 ? hits / of : null);
const medianOf = (list: readonly (number | null)[]): number | null => {
  const known = list.filter((x) => x !== null);
  return known.length > 0 ? median(known) : null;
};

export function eyeHandlers({ config, eyes, looks, people, studio, circumstances, work }: Context): Handlers<Names> {
  /** A deal belongs to nobody: it is judged by the hall's methods. */
  const hall = ({ defaults }: Known): Circumstance => nobody(defaults);

  /** What can be practised hangs on the catalogue and the hall's methods alone: worked out once for each state of them. */
  let practice: { of: string; list: Promise<Practisable[]> } | null = null;
  function practised(known: Known): Promise<Practisable[]> {
    const of = JSON.stringify([known.revision, known.defaults.method, known.defaults.familyMethods]);
    if (practice?.of !== of) {
      const list = work.run('practisable', known, { circumstance: hall(known) }, 1, 0);
      practice = { of, list };
      list.catch(() => (practice = null));
    }
    return practice.list;
  }

  function studioOf(all: ReadonlyMap<string, EyeSummary>): OwnEye['studio'] {
    const list = [...all.values()];
    if (list.length < 2) return null;
    return {
      eyes: list.length,
      seen: medianOf(list.map((e) => share(e.seen))) ?? 0,
      alarms: medianOf(list.map((e) => share(e.alarms))) ?? 0,
      late: medianOf(list.map((e) => e.late?.median ?? null)),
      placing: medianOf(list.map((e) => e.placing?.rest ?? null)),
    };
  }
  async function ownOf(account: Account): Promise<OwnEye> {
    return {
      summary: (await eyes.of(account.id)) ?? eyeFrom([]),
      rounds: (await eyes.roundsOf(account.id)).map(lineOfRound),
      studio: studioOf(await eyes.everyone()),
    };
  }
  /** A round of one's own. @throws 404 for anybody else's, so that ids tell nothing */
  async function ownDeal(account: Account, id: string): Promise<StoredDeal> {
    const found = await eyes.deal(id);
    if (found?.accountId !== account.id) throw notFound('This round');
    return found;
  }

  /** A round as its page shows it. */
  async function told({ id, day, dealt }: StoredDeal): Promise<Deal> {
    const scored = await eyes.scored(id);
    return { id, day, dealt, line: scored && lineOfRound({ id, day, scored }) };
  }

  /** A look that this account may judge blind. @throws 404 where it may not see it, 409 where there is nothing to judge */
  async function lookFor(account: Account, id: string): Promise<Look> {
    const look = await looks.find(id);
    if (!look || !(await people.maySee(account, look.personId))) throw notFound('This look');
    if (look.madeBy === account.id)
      throw new HttpProblem(409, 'This look is your own', 'A second eye is somebody else’s.');
    const day = await circumstances.today();
    // A clip is watched as the hold was; reps are counted by who sees them all, so a set of reps is judged by its picture alone.
    const shown = isTimed(look.observation) && (await people.allowsClip(look.personId, look.clipId, day));
    const clipId = shown ? look.clipId : null;
    const mediaId = clipId === null && (await people.allowsPictures(look.personId, day)) ? look.mediaId : null;
    if (clipId === null && mediaId === null)
      throw new HttpProblem(
        409,
        'There is nothing to judge',
        'A second eye needs a stored picture, or a clip of a hold.',
      );
    return { ...look, clipId, mediaId };
  }
  /** What is there to be judged, without anything that was seen in it. */
  async function blindOf(account: Account, look: Look): Promise<Blind> {
    const person = await people.find(account, look.personId, await circumstances.today());
    const { format, version, position, rung, view, method, athlete, camera, setup, side } = look.observation;
    const { picture, target } = look.observation;
    return {
      lookId: look.id,
      personId: look.personId,
      person: person?.name ?? '',
      day: look.day,
      mediaId: look.mediaId,
      clipId: look.clipId,
      by: look.by,
      observation: {
        ...{ format, version, position, rung, view, method, athlete, camera, setup, side },
        // Points are px of the picture; taps need none.
        ...(look.clipId === null ? { picture } : { target }),
        frames: [],
      },
    };
  }
  const secondOf = async ({ by, madeBy, day, observation }: StoredSecond): Promise<Second> => ({
    by,
    madeBy,
    day,
    observation,
    eye: (await eyes.of(madeBy))?.eye ?? null,
  });
  const secondsOf = async (lookId: string): Promise<Second[]> =>
    Promise.all((await eyes.secondsOf(lookId)).map(secondOf));

  /** What two eyes said of everything that both judged, by pair of accounts: the first is the first by name. */
  async function pairsOf(
    known: Known,
    names: ReadonlyMap<string, string>,
  ): Promise<Map<string, (readonly [Said, Said])[]>> {
    const pairs = new Map<string, (readonly [Said, Said])[]>();
    const add = (a: string, b: string, first: Said, second: Said): void => {
      const order = (names.get(a) ?? '').localeCompare(names.get(b) ?? '') || (a < b ? -1 : 1);
      const [key, both] = order < 0 ? [`${a} ${b}`, [first, second] as const] : [`${b} ${a}`, [second, first] as const];
      pairs.set(key, [...(pairs.get(key) ?? []), both]);
    };
    for (const { a, b, first, second } of await eyes.twicePlayed()) {
      const [one, two] = [saidInRound(first), saidInRound(second)];
      one.forEach((said, i) => two[i] && add(a, b, said, two[i]));
    }
    const circumstance = hall(known);
    const said = (observation: Observation, eye: Eye | null): Said =>
      saidOf(
        judge(see({ observation, eye }, known.catalog), known.catalog, circumstance),
        known.catalog.faults.filter((f) => f.families.includes(observation.position)).map((f) => f.id),
      );
    /** A record whose position left the catalogue since says nothing. */
    const tried = (make: () => void): void => {
      try {
        make();
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
      }
    };
    for (const second of await eyes.seconds()) {
      const look = await looks.find(second.lookId);
      const eye = (await eyes.of(second.madeBy))?.eye ?? null;
      if (look)
        tried(() => {
          const both = [said(look.observation, look.eye), said(second.observation, eye)] as const;
          const [a, b] = isWatched(second.observation) ? [namedIn(both[0]), namedIn(both[1])] : both;
          add(look.madeBy, second.madeBy, a, b);
        });
      await turn();
    }
    for (const { first, second } of await eyes.sideBySide(TOGETHER)) {
      const [a, b] = [await looks.find(first), await looks.find(second)];
      if (a && b) tried(() => add(a.madeBy, b.madeBy, said(a.observation, a.eye), said(b.observation, b.eye)));
      await turn();
    }
    return pairs;
  }

  return {
    'eye.get': ({ account }) => ownOf(account),
    'practice.get': async ({ account }) => ({
      practice: (await practised(await studio.now())).map(({ family, rungs }) => ({
        family,
        faults: [...new Set(rungs.flatMap((r) => r.faults))],
      })),
      shared: await eyes.shared(account.id),
    }),
    'deals.add': async ({ account, body }) => {
      const before = await eyes.deal(body.id);
      if (before) {
        if (before.accountId !== account.id) throw new HttpProblem(409, 'This round belongs to somebody else');
        return new Again(await told(before));
      }
      const known = await studio.now();
      const from = body.of === null ? null : await eyes.deal(body.of);
      if (body.of !== null && (!from?.answered || from.accountId === account.id || from.kind === 'placing'))
        throw notFound('This round of a colleague');
      const dealt = from?.dealt ?? deal(await practised(known), body, known.catalog, seededRandom(config.seed()));
      if (!dealt)
        throw invalid([{ path: 'families', message: 'hold nothing that can be practised with these faults' }]);
      const day = await circumstances.today();
      await eyes.addDeal(account.id, body, { dealt, source: from?.source ?? body.id }, day, circumstances.now());
      return { id: body.id, day, dealt, line: null };
    },
    'deals.get': async ({ account, params }) => told(await ownDeal(account, params.id)),
    'deals.answer': async ({ account, params, body }) => {
      const found = await ownDeal(account, params.id);
      const known = await studio.now();
      if (!found.answered) {
        const given = { dealt: found.dealt, answered: body.answered, circumstance: hall(known) };
        const scored = await work.run('scoreRound', known, given, 1, 0);
        await eyes.answer(found, body.answered, scored, circumstances.now());
      }
      const { line } = await told(found);
      if (!line) throw notFound('This round');
      return { line, own: await ownOf(account) };
    },
    'deals.remove': async ({ account, params }) => {
      await eyes.removeDeal(await ownDeal(account, params.id));
      return ownOf(account);
    },

    'blind.list': async ({ account }) => {
      const list: Blind[] = [];
      for (const id of await eyes.unseen(account.id)) {
        if (list.length >= eyes.offered) break;
        try {
          list.push(await blindOf(account, await lookFor(account, id)));
        } catch (error) {
          // Of somebody whom this account does not see, or who allows no pictures now.
          if (!(error instanceof HttpProblem)) throw error;
        }
      }
      return list;
    },
    'blind.get': async ({ account, params }) => blindOf(account, await lookFor(account, params.id)),
    'seconds.set': async ({ account, params, body }) => {
      const look = await lookFor(account, params.id);
      const { observation } = body;
      const first = look.observation;
      const other = (['position', 'rung', 'view'] as const).filter((key) => observation[key] !== first[key]);
      if (other.length > 0)
        throw invalid(other.map((key) => ({ path: `observation.${key}`, message: `is not that of the look` })));
      if (look.clipId === null && observation.frames.length !== 1)
        throw invalid([{ path: 'observation.frames', message: 'must be the one frame of the picture' }]);
      if (look.clipId !== null && observation.frames.length > 0)
        throw invalid([{ path: 'observation.frames', message: 'must be none: a clip is watched and tapped' }]);
      if (look.clipId !== null && !observation.ended)
        throw invalid([{ path: 'observation.ended', message: 'must say when the hold ended' }]);
      resolveObservation(observation, (await studio.now()).catalog);
      await eyes.setSecond(look.id, account.id, observation, await circumstances.today(), circumstances.now());
      return secondsOf(look.id);
    },
    'seconds.list': async ({ account, params }) => {
      const look = await looks.find(params.id);
      if (!look || !(await people.maySee(account, look.personId))) throw notFound('This look');
      return secondsOf(look.id);
    },

    'eyes.list': async (): Promise<StudioEyes> => {
      const known = await studio.now();
      const [names, counts] = [await eyes.names(), await eyes.counts()];
      return {
        eyes: [...(await eyes.everyone())]
          .map(([id, { seen, alarms, late, placing }]) => ({
            name: names.get(id) ?? '',
            rounds: counts.get(id) ?? 0,
            seen,
            alarms,
            late: late?.median ?? null,
            placing: placing && { rest: placing.rest, day: placing.day },
          }))
          .sort((a, b) => a.name.localeCompare(b.name)),
        pairs: [...(await pairsOf(known, names))]
          .map(([key, list]) => {
            const [a, b] = key.split(' ').map((id) => names.get(id) ?? '') as [string, string];
            return { a, b, agreement: agreementOf(list) };
          })
          .sort((x, y) => y.agreement.things - x.agreement.things),
      };
    },
  };
}
