/**
 * Forms: what is typed, what is wrong with it field by field, and keeping it. The form library holds values and errors; what a form must
 * be is the schema of the route that takes it, so that a limit is written down once.
 */
import { useFieldError, useForm, type GenericObject, type TypedSchema } from 'vee-validate';
import {
  computed,
  inject,
  nextTick,
  onScopeDispose,
  provide,
  reactive,
  ref,
  toRaw,
  watch,
  type InjectionKey,
  type Ref,
} from 'vue';
import type { ZodType } from 'zod';
import { problemsOf, type Problem } from '../../core/formats/problems.js';
import { wrongWords } from '../../words/form.js';
import { ApiError, wordsOf } from './call.js';

/** What the fields of a form know of it. */
interface Around {
  /** Places at which a field says what is wrong. */
  shown: Set<string>;
  /** It was tried to keep it: before that nothing is wrong with what is not there yet. */
  tried: Ref<boolean>;
}
const AROUND: InjectionKey<Around> = Symbol('form');
/**
 * What is wrong at a place of the form around, as the end of a sentence; undefined where nothing is, or nothing was tried yet.
 * @param here it is said here, so the form need not say it for the whole
 */
export function useWrong(path: string, here = false): Ref<string | undefined> {
  const around = inject(AROUND);
  const wrong = useFieldError(path);
  if (here) {
    around?.shown.add(path);
    onScopeDispose(() => around?.shown.delete(path));
  }
  return computed(() => (around?.tried.value ? wrong.value : undefined));
}

export interface FormSpec<T, I> {
  /** What the form holds when it is opened. */
  blank: () => T;
  /** What the schema is asked about: what goes to be kept, by what was typed. */
  asInput: (typed: T) => unknown;
  /** What can be kept. */
  schema: ZodType<I>;
  keep: (input: I, typed: T) => Promise<unknown>;
  /** Where a problem of the schema, or of the server, stands in the form; the same place where left out. */
  at?: (path: string) => string;
}
export interface Form<T> {
  /** What is typed. */
  typed: T;
  busy: Ref<boolean>;
  /** What is wrong with no single field, or could not be done. */
  error: Ref<string | null>;
  /** Keeps it where it is right; else says what is wrong, and goes to the first field that is. @returns whether it was kept */
  submit: (event?: Event) => Promise<boolean>;
  /** Begins again with other values. */
  refill: (to: T) => void;
}

const byPath = (problems: readonly Problem[]): Map<string, string[]> => {
  const found = new Map<string, string[]>();
  for (const { path, message } of problems) found.set(path, [...(found.get(path) ?? []), message]);
  return found;
};
/** Goes to the first field that is wrong, or to what is said of it where it is no field of text; also where it was folded away. */
async function goToWrong(event: Event | undefined): Promise<void> {
  const form = (event?.target as Element | null)?.closest('form') ?? document;
  await nextTick();
  const field = form.querySelector<HTMLElement>('[aria-invalid="true"], [data-wrong]');
  const fold = field?.closest('details');
  if (fold) fold.open = true;
  field?.focus();
}

/** A form of a component; there is one a component, and its fields stand inside it. */
export function useZodForm<T extends GenericObject, I extends GenericObject>(spec: FormSpec<T, I>): Form<T> {
  const [busy, error] = [ref(false), ref<string | null>(null)];
  const at = spec.at ?? ((path: string) => path);
  const [shown, tried] = [new Set<string>(), ref(false)];
  provide(AROUND, { shown, tried });
  const validationSchema: TypedSchema<T, I> = {
    __type: 'VVTypedSchema',
    parse: async (values) => {
      const read = await spec.schema.safeParseAsync(spec.asInput(values), { error: wrongWords, reportInput: true });
      if (read.success) return { value: read.data, errors: [] };
      return { errors: [...byPath(problemsOf(read.error))].map(([path, errors]) => ({ path: at(path), errors })) };
    },
  };
  const form = useForm<T, I>({ initialValues: spec.blank() as never, validationSchema, keepValuesOnUnmount: true });
  // The library gives its values to be read only; they are its own reactive object, and so are typed into.
  const typed = reactive(toRaw(form.values)) as T;

  // From then on every change is looked at as it is made.
  watch(typed, () => tried.value && void form.validate(), { deep: true });

  /** What is wrong with no field that is shown is said for the whole. */
  function sayTheRest(wrong: Iterable<readonly [string, string]>): void {
    const rest = [...wrong].filter(([path]) => !shown.has(path));
    if (rest.length > 0)
      error.value = rest.map(([path, text]) => (path === at('file') ? text : `${path}: ${text}`)).join('\n');
  }
  function refused(by: unknown): void {
    const problems = by instanceof ApiError ? (by.problem.problems ?? []) : [];
    if (problems.length === 0) {
      error.value = wordsOf(by);
      return;
    }
    const wrong = [...byPath(problems)].map(([path, all]) => [at(path), all[0]!] as const);
    form.setErrors(Object.fromEntries(wrong) as never);
    sayTheRest(wrong);
  }
  async function submit(event?: Event): Promise<boolean> {
    if (busy.value) return false;
    [busy.value, error.value, tried.value] = [true, null, true];
    let kept = false;
    await form.handleSubmit(
      async (input) => {
        try {
          await spec.keep(input, typed);
          kept = true;
        } catch (by) {
          refused(by);
        }
      },
      ({ errors }) => sayTheRest(Object.entries(errors) as [string, string][]),
    )(event);
    busy.value = false;
    if (kept) tried.value = false;
    else await goToWrong(event);
    return kept;
  }
  function refill(to: T): void {
    tried.value = false;
    error.value = null;
    form.resetForm({ values: to as never }, { force: true });
  }
  return { typed, busy, error, submit, refill };
}
