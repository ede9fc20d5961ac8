/** The schema library alone, so that what it costs a slow phone is a task of its own. */
import { z } from 'zod';

export const any = z.unknown();
