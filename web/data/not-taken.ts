import type { Problem } from '../../core/formats/problems.js';

/** A request that the server would refuse, found before it is kept. */
export class NotTaken extends Error {
  constructor(readonly problems: readonly Problem[]) {
    super(problems.map((p) => `${p.path}: ${p.message}`).join('; '));
    this.name = 'NotTaken';
  }
}
