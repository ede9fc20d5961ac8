/** A file on its way in: chosen, looked at, told how it is meant, taken in. */
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { IMPORT_BYTES, type ImportDone, type ImportPreview } from '../../../api/imports.js';
import type { DayOrder, LengthUnit, MassUnit } from '../../../core/transfer/cells.js';
import { wordsOf } from '../../data/call.js';
import { keepImport, packed, tryImport, type ImportAsk } from '../../data/transfer.js';
import { useImport as wording } from '../../../words/pages/transfer.js';

export interface Import {
  as: Ref<'roster' | 'sets'>;
  person: Ref<string>;
  dates: Ref<DayOrder | ''>;
  length: Ref<LengthUnit | ''>;
  mass: Ref<MassUnit | ''>;
  known: Ref<'leave' | 'change' | 'add' | ''>;
  /** The coach's own columns; null: as they were guessed. */
  columns: Ref<Record<string, number | null> | null>;
  fileName: Ref<string>;
  preview: ShallowRef<ImportPreview | null>;
  done: ShallowRef<ImportDone | null>;
  /** What is being done, in words; '' while nothing is. */
  doing: Ref<string>;
  error: Ref<string | null>;
  /** It can be taken in as it stands. */
  ready: ComputedRef<boolean>;
  /** It must be said what becomes of people who are known here. */
  asksKnown: ComputedRef<boolean>;
  open: (files: readonly File[]) => Promise<void>;
  setColumn: (field: string, column: number | null) => void;
  keep: () => Promise<void>;
  letGo: () => void;
}

export function useImport(): Import {
  const as = ref<'roster' | 'sets'>('roster');
  const person = ref('');
  const dates = ref<DayOrder | ''>('');
  const length = ref<LengthUnit | ''>('');
  const mass = ref<MassUnit | ''>('');
  const known = ref<'leave' | 'change' | 'add' | ''>('');
  const columns = ref<Record<string, number | null> | null>(null);
  const file = shallowRef<Blob | null>(null);
  const fileName = ref('');
  const preview = shallowRef<ImportPreview | null>(null);
  const done = shallowRef<ImportDone | null>(null);
  const doing = ref('');
  const error = ref<string | null>(null);
  let asked: AbortController | null = null;

  const query = (): ImportAsk => ({
    as: as.value,
    ...(person.value ? { person: person.value } : {}),
    ...(dates.value ? { dates: dates.value } : {}),
    ...(length.value ? { length: length.value } : {}),
    ...(mass.value ? { mass: mass.value } : {}),
    ...(known.value ? { known: known.value } : {}),
    ...(columns.value
      ? {
          columns: Object.entries(columns.value)
            .filter(([, at]) => at !== null)
            .map(([field, at]) => `${field}:${at}`)
            .join(','),
        }
      : {}),
  });
  async function look(): Promise<void> {
    if (!file.value) return;
    asked?.abort();
    const own = (asked = new AbortController());
    doing.value = wording.reading(fileName.value);
    error.value = null;
    try {
      const found = await tryImport(file.value, query(), own.signal);
      if (own === asked) preview.value = found;
    } catch (problem) {
      // Another answer is on its way.
      if (own !== asked) return;
      preview.value = null;
      error.value = wordsOf(problem);
    }
    if (own === asked) doing.value = '';
  }
  // A table of another kind has other columns.
  watch(as, () => (columns.value = null));
  watch([as, person, dates, length, mass, known, columns], () => void look(), { deep: true });
  function letGo(): void {
    asked?.abort();
    [asked, file.value, preview.value, done.value, doing.value, fileName.value] = [null, null, null, null, '', ''];
    [dates.value, length.value, mass.value, known.value, columns.value] = ['', '', '', '', null];
    error.value = null;
  }
  const asksKnown = computed(() => (preview.value?.knownPeople ?? 0) > 0);
  const ready = computed(() => {
    const p = preview.value;
    if (!p || doing.value !== '' || p.problemCount > 0) return false;
    return p.counts.adds + p.counts.changes > 0 && (!asksKnown.value || known.value !== '');
  });
  return {
    ...{ as, person, dates, length, mass, known, columns, fileName, preview, done, doing, error, ready, asksKnown },
    async open(files) {
      if (files.length === 0) return;
      letGo();
      const [first] = files;
      fileName.value = files.length === 1 ? first!.name : wording.files(files.length);
      const bytes = files.reduce((sum, f) => sum + f.size, 0);
      if (bytes > IMPORT_BYTES) {
        error.value = wording.overMbPart(fileName.value, IMPORT_BYTES / 1024 ** 2);
        return;
      }
      file.value = await packed(files);
      await look();
    },
    setColumn(field, column) {
      const now = columns.value ?? Object.fromEntries(preview.value!.table!.fields.map((f) => [f.id, f.column]));
      // A column is one field's.
      const others = Object.entries(now).map(([id, at]) => [id, column !== null && at === column ? null : at]);
      columns.value = { ...(Object.fromEntries(others) as Record<string, number | null>), [field]: column };
    },
    async keep() {
      if (!file.value || !ready.value) return;
      const { counts } = preview.value!;
      doing.value = wording.keeping(counts.adds + counts.changes);
      error.value = null;
      try {
        const kept = await keepImport(file.value, query());
        letGo();
        done.value = kept;
      } catch (problem) {
        error.value = wordsOf(problem);
      }
      doing.value = '';
    },
    letGo,
  };
}
