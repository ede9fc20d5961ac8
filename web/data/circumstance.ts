/** What stands about a person, derived on this device as the server derives it. */
import { computed, type ComputedRef } from 'vue';
import type { Person } from '../../api/people.js';
import type { Facts } from '../../api/plans.js';
import { circumstanceOf, nobody, type Circumstance } from '../../core/person/circumstance.js';
import { studio } from './catalogue.js';
import { useMinute } from './clock.js';
import { usePerson } from './people.js';
import { useFacts } from './plans.js';
import type { Read } from './query.js';

export interface Standing {
  person: Read<Person>;
  facts: Read<Facts>;
  /** Null until person and facts are known. */
  circumstance: ComputedRef<Circumstance | null>;
  /**
   * What is judged and drawn by: the person's circumstance; nobody's where no person is asked for, or theirs cannot be read; null while
   * it is being read, when an average body's figures would stand under somebody's name.
   */
  by: ComputedRef<Circumstance | null>;
  /** A person is asked for who cannot be read, and nothing of them is known. */
  unread: ComputedRef<boolean>;
}

/**
 * A person with what stands about them at a moment.
 * @param at instant of the look that is evaluated; now when it gives null
 */
export function useStanding(id: () => string | null, at: () => string | null = () => null): Standing {
  const person = usePerson(id);
  const facts = useFacts(id);
  const now = useMinute();
  const circumstance = computed(() => {
    const [who, stored] = [person.value.value, facts.value.value];
    return who && stored
      ? circumstanceOf(who, studio.defaults, stored, { now: now.value, look: at() ?? now.value })
      : null;
  });
  const unread = computed(
    () => id() !== null && circumstance.value === null && (person.error.value ?? facts.error.value) !== null,
  );
  const by = computed(() => circumstance.value ?? (id() === null || unread.value ? nobody(studio.defaults) : null));
  return { person, facts, circumstance, by, unread };
}
