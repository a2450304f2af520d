import { useCallback, useMemo, useSyncExternalStore, type FormEvent } from 'react';
import { z } from 'zod';
import { currentStudio } from './studio.ts';

/** What is typed in the fields of a form, by their names. */
export type Typed = Readonly<Record<string, string>>;

const Stored = z.record(z.string(), z.string());

const placeOf = (form: string): string => `step-ladder typed ${currentStudio()} ${form}`;

/** What is typed on this page, also where the browser stores nothing. */
const here = new Map<string, string | undefined>();
const listeners = new Set<() => void>();

/**
 * What is typed in a form that is saved only when it is sent: kept at each key in this browser, so that it survives leaving
 * the page, reloading and another tab, until it is sent or let go.
 *
 * @param form names the form, and the record it is about where there is one.
 * @example const { typed, type, forget } = useTyped('rename 17'); type({ name: 'Warm-up' });
 */
export function useTyped(form: string): {
  /** `undefined` where nothing is typed. */
  readonly typed: Typed | undefined;
  readonly type: (fields: Typed) => void;
  readonly forget: () => void;
} {
  const text = useSyncExternalStore(listen, () => read(form));
  const typed = useMemo(() => parsed(text), [text]);
  const type = useCallback((fields: Typed) => keep(form, JSON.stringify(fields)), [form]);
  const forget = useCallback(() => keep(form, undefined), [form]);
  return { typed, type, forget };
}

/**
 * The same for a form whose fields hold their own values: give `form` to the `<form>`.
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
  const onInput = useCallback((event: FormEvent<HTMLFormElement>) => type(fieldsOf(event.currentTarget)), [type]);
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

/** Another tab types in the same form. */
function follow({ key, newValue }: StorageEvent): void {
  if (key !== null && here.has(key)) here.set(key, newValue ?? undefined);
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
    // It stays on this page.
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

function fieldsOf(form: HTMLFormElement): Typed {
  return Object.fromEntries([...new FormData(form)].filter((field): field is [string, string] => isText(field[1])));
}

const isText = (value: FormDataEntryValue): value is string => typeof value === 'string';

function fill(form: HTMLFormElement, typed: Typed | undefined): void {
  if (!typed) return;
  for (const field of form.elements) {
    if (field instanceof HTMLInputElement && field.type === 'checkbox') field.checked = field.name in typed;
    else if (field instanceof HTMLInputElement || field instanceof HTMLSelectElement)
      field.value = typed[field.name] ?? field.value;
  }
}
