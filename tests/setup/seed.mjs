/** Property tests draw the same examples on every run; a fresh draw is one variable away: `FC_SEED=$RANDOM npm test`. */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20260518) });
