import { useCallback, useMemo, useSyncExternalStore, type FormEvent } from 'react';
import { z } from 'zod';
import { currentStudio } from './studio.ts';

/** The text of form fields, by field name. */
export type Typed = Readonly<Record<string, string>>;

const Stored = z.record(z.string(), z.string());

const placeOf = (form: string): string => `step-ladder typed ${currentStudio()} ${form}`;

/** The text of each form on this page; kept here as well, since a browser may refuse to store it. */
const here = new Map<string, string | undefined>();
const listeners = new Set<() => void>();

/**
 * The draft of a form that is saved only when it is submitted. It is stored at each key, so it survives leaving the page,
 * reloading and a second tab, until the form is submitted or cancelled.
 *
 * @param form names the form, and its record if it has one.
 * @example const { typed, type, forget } = useTyped('rename 17'); type({ name: 'Warm-up' });
 */
export function useTyped(form: string): {
  /** `undefined` if nothing was typed. */
  readonly typed: Typed | undefined;
  readonly type: (fields: Typed) => void;
  readonly forget: () => void;
} {
  const text = useSyncExternalStore(listen, () => read(form));
  const typed = useMemo(() => parsed(text), [text]);
  const type = useCallback(
    (fields: Typed) => keep(form, Object.keys(fields).length > 0 ? JSON.stringify(fields) : undefined),
    [form],
  );
  const forget = useCallback(() => keep(form, undefined), [form]);
  return { typed, type, forget };
}

/**
 * The same for a form of uncontrolled fields: spread `form` into the `<form>`. Only changed fields are stored.
 *
 * @example const { form, forget } = useTypedForm('rename 17'); <form {...form} onSubmit={…}>
 */
export function useTypedForm(name: string): {
  readonly typed: Typed | undefined;
  readonly form: {
    readonly ref: (form: HTMLFormElement | null) => void;
    readonly onInput: (event: FormEvent<HTMLFormElement>) => void;
  };
  readonly forget: () => void;
} {
  const { typed, type, forget } = useTyped(name);
  const ref = useCallback((form: HTMLFormElement | null) => form && fill(form, parsed(read(name))), [name]);
  const onInput = useCallback((event: FormEvent<HTMLFormElement>) => type(changedFields(event.currentTarget)), [type]);
  return { typed, form: { ref, onInput }, forget };
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener('storage', follow);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) window.removeEventListener('storage', follow);
  };
}

/** Another tab types into the same form. */
function follow({ key, newValue }: StorageEvent): void {
  if (key === null) here.clear();
  else if (here.has(key)) here.set(key, newValue ?? undefined);
  for (const listener of listeners) listener();
}

function read(form: string): string | undefined {
  const place = placeOf(form);
  if (!here.has(place)) {
    try {
      here.set(place, localStorage.getItem(place) ?? undefined);
    } catch {
      here.set(place, undefined);
    }
  }
  return here.get(place);
}

function keep(form: string, text: string | undefined): void {
  const place = placeOf(form);
  here.set(place, text);
  try {
    if (text === undefined) localStorage.removeItem(place);
    else localStorage.setItem(place, text);
  } catch {
    // The draft then lasts as long as this page.
  }
  for (const listener of listeners) listener();
}

function parsed(text: string | undefined): Typed | undefined {
  if (text === undefined) return undefined;
  try {
    return Stored.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** The fields that differ from what the form was opened with; what was not touched must not come back over newer values. */
function changedFields(form: HTMLFormElement): Typed {
  return Object.fromEntries(
    [...form.elements].flatMap((field): [string, string][] => {
      if (field instanceof HTMLInputElement && field.type === 'checkbox')
        return field.checked === field.defaultChecked ? [] : [[field.name, field.checked ? 'on' : 'off']];
      if (field instanceof HTMLInputElement)
        return field.value === field.defaultValue ? [] : [[field.name, field.value]];
      if (field instanceof HTMLSelectElement)
        return field.selectedOptions[0]?.defaultSelected ? [] : [[field.name, field.value]];
      return [];
    }),
  );
}

function fill(form: HTMLFormElement, typed: Typed | undefined): void {
  for (const field of form.elements) {
    if (!(field instanceof HTMLInputElement || field instanceof HTMLSelectElement)) continue;
    const text = typed?.[field.name];
    if (text === undefined) continue;
    if (field instanceof HTMLInputElement && field.type === 'checkbox') field.checked = text === 'on';
    else field.value = text;
  }
}
