/** Before the walks: the demo is filled once, and every walk's server starts from a copy. */
import { fillOnce } from '../../tools/filled.mjs';

export default fillOnce;
