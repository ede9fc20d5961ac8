/** Every table by what tells it, the quick ones first. */
import { loadsOf, looksOf } from './cases.js';
import { choicesOf, laddersOf, reasonsOf } from './people.js';

export const TABLES = { ladders: laddersOf, choices: choicesOf, reasons: reasonsOf, loads: loadsOf, looks: looksOf };
