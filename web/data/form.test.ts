/** @jest-environment jsdom */
import { describe, expect, jest, test } from '@jest/globals';
import { mount, type VueWrapper } from '@vue/test-utils';
import { defineComponent, h, nextTick } from 'vue';
import { z } from 'zod';
import { until } from '../../tests/browser/mounted.js';
import FormField from '../components/FormField.vue';
import { ApiError, OfflineError } from './call.js';
import { useZodForm, type Form } from './form.js';

interface Typed extends Record<string, unknown> {
  name: string;
  mass: number | '';
  note: string;
}
const schema = z
  .strictObject({
    name: z.string().trim().min(1),
    /** grams */
    mass: z.number().min(10_000, 'must be 10–400 kg').nullable(),
    note: z.string().max(5),
  })
  .refine((f) => f.name !== 'Nobody', { message: 'There is nobody of that name.' });
/** A form of two fields; its note stands in no field. */
function formOf(keep: (input: z.infer<typeof schema>) => Promise<unknown>): { form: Form<Typed>; page: VueWrapper } {
  let form!: Form<Typed>;
  const page = mount(
    defineComponent(() => {
      form = useZodForm({
        blank: (): Typed => ({ name: '', mass: '', note: '' }),
        asInput: (typed) => ({ ...typed, mass: typed.mass === '' ? null : typed.mass * 1000 }),
        schema,
        keep,
      });
      return () =>
        h('form', { novalidate: true, onSubmit: (e: Event) => void form.submit(e) }, [
          h('details', [
            h(FormField, {
              id: 'f-name',
              label: 'Name',
              path: 'name',
              modelValue: form.typed.name,
              'onUpdate:modelValue': (v: string | number) => (form.typed.name = String(v)),
            }),
          ]),
          h(FormField, {
            id: 'f-mass',
            label: 'Weight (kg)',
            path: 'mass',
            type: 'number',
            hint: 'Sets the loads.',
            modelValue: form.typed.mass,
            'onUpdate:modelValue': (v: string | number) => (form.typed.mass = v as number | ''),
          }),
          h('p', { role: 'alert' }, form.error.value ?? ''),
        ]);
    }),
    { attachTo: document.body },
  );
  return { form, page };
}
const refusal = (...problems: { path: string; message: string }[]): ApiError =>
  new ApiError({ type: 'about:blank', title: 'Some of this cannot be taken', status: 422, requestId: '', problems });
const wrongAt = (page: VueWrapper, id: string): string | undefined => {
  const field = page.get(`#${id}`);
  const by = field.attributes('aria-describedby')?.split(' ') ?? [];
  return field.attributes('aria-invalid') === 'true' ? page.get(`#${by[0]!}`).text() : undefined;
};
const submitted = async (page: VueWrapper, holds: () => unknown): Promise<void> => {
  await page.get('form').trigger('submit');
  await until(holds);
};

describe('a form', () => {
  test('says at each field what is wrong with it, goes to the first, and keeps nothing', async () => {
    const keep = jest.fn(async () => undefined);
    const { page } = formOf(keep);
    await page.get('#f-mass').setValue('7');
    expect(wrongAt(page, 'f-mass')).toBeUndefined();
    await submitted(page, () => wrongAt(page, 'f-name'));
    expect(wrongAt(page, 'f-name')).toBe('This is missing.');
    expect(wrongAt(page, 'f-mass')).toBe('This must be 10–400 kg.');
    // The first wrong field is folded away: it is opened.
    await until(() => document.activeElement?.id === 'f-name');
    expect(page.get('details').element.open).toBe(true);
    expect(keep).not.toHaveBeenCalled();
    page.unmount();
  });
  test('once tried, what is mended is said no more, and it is kept as its schema reads it', async () => {
    const keep = jest.fn(async (input: z.infer<typeof schema>) => input);
    const { page } = formOf(keep);
    await submitted(page, () => wrongAt(page, 'f-name'));
    await page.get('#f-name').setValue('  Edda ');
    await until(() => wrongAt(page, 'f-name') === undefined);
    await page.get('#f-mass').setValue('61.5');
    await submitted(page, () => keep.mock.calls.length > 0);
    expect(keep.mock.calls[0]![0]).toEqual({ name: 'Edda', mass: 61_500, note: '' });
    page.unmount();
  });
  test('a number that is taken out again is nothing, not nought', async () => {
    const keep = jest.fn(async () => undefined);
    const { page, form } = formOf(keep);
    await page.get('#f-name').setValue('Edda');
    await page.get('#f-mass').setValue('61');
    await page.get('#f-mass').setValue('');
    expect(form.typed.mass).toBe('');
    await submitted(page, () => keep.mock.calls.length > 0);
    page.unmount();
  });
  test('what the server refuses stands at its field; what stands in none is said for the whole; what was typed stays', async () => {
    const { page, form } = formOf(() =>
      Promise.reject(refusal({ path: 'mass', message: 'is not believed' }, { path: 'note', message: 'is rude' })),
    );
    await page.get('#f-name').setValue('Edda');
    await submitted(page, () => wrongAt(page, 'f-mass'));
    expect(wrongAt(page, 'f-mass')).toBe('This is not believed.');
    expect(page.get('[role=alert]').text()).toBe('note: is rude');
    expect(form.typed.name).toBe('Edda');
    expect(form.busy.value).toBe(false);
    page.unmount();
  });
  test('a schema’s word on the whole, and a server that is not there, are said for the whole', async () => {
    const { page } = formOf(() => Promise.reject(new OfflineError()));
    await page.get('#f-name').setValue('Nobody');
    await submitted(page, () => page.get('[role=alert]').text());
    expect(page.get('[role=alert]').text()).toBe('There is nobody of that name.');
    await page.get('#f-name').setValue('Edda');
    await submitted(page, () => page.get('[role=alert]').text().startsWith('No connection'));
    page.unmount();
  });
  test('pressed twice, it is kept once; begun again, nothing is wrong with it', async () => {
    let release!: () => void;
    const keep = jest.fn(() => new Promise<void>((resolve) => (release = resolve)));
    const { page, form } = formOf(keep);
    await submitted(page, () => wrongAt(page, 'f-name'));
    form.refill({ name: '', mass: '', note: '' });
    await nextTick();
    expect(wrongAt(page, 'f-name')).toBeUndefined();
    await page.get('#f-name').setValue('Edda');
    expect(wrongAt(page, 'f-name')).toBeUndefined();
    const twice = Promise.all([form.submit(), form.submit()]);
    await until(() => keep.mock.calls.length > 0);
    release();
    expect((await twice).sort()).toEqual([false, true]);
    expect(keep).toHaveBeenCalledTimes(1);
    page.unmount();
  });
  test('what explains a field is read with it, and what is wrong first', async () => {
    const { page } = formOf(async () => undefined);
    await page.get('#f-mass').setValue('1');
    expect(page.get('#f-mass').attributes('aria-describedby')).toBe('f-mass-hint');
    await submitted(page, () => wrongAt(page, 'f-mass'));
    expect(page.get('#f-mass').attributes('aria-describedby')).toBe('f-mass-wrong f-mass-hint');
    expect(page.get('label[for=f-mass]').text()).toBe('Weight (kg)');
    page.unmount();
  });
});
