import { type Form, type FormFinding, layOut, rhythmsOf } from '@stride/core/form';
import type { Rhythm } from '@stride/core/rhythm';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { liveQuery } from 'dexie';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { database } from '../store/db.ts';
import type { FormDocument, FormState } from '../store/form-document.ts';
import { rhythmsFor } from '../store/forms.ts';
import { openForm } from '../store/open-forms.ts';
import { useReadSettings } from '../store/read-settings.ts';
import { storageSentence } from '../store/rhythms.ts';
import { toast } from '../ui/toasts.ts';
import type { FormApi } from '../workers/form.worker.ts';
import { lazyWorker } from '../workers/lazy-worker.ts';
import type { OpenedForm } from './context.ts';

/** Looks at forms and writes scores of them, beside the page. */
export const formWorker = lazyWorker<FormApi>(
  () => new Worker(new URL('../workers/form.worker.ts', import.meta.url), { type: 'module' }),
);

/** Opens a form for its page. */
export function useOpenForm(id: string) {
  return useQuery({
    queryKey: ['form', id],
    gcTime: 0,
    staleTime: 0,
    queryFn: () => openForm(id),
  });
}

/** The state of an open form; the component follows it. */
export function useFormState(document: FormDocument): FormState {
  return useSyncExternalStore(document.subscribe, document.getState);
}

/** The rhythms that a form plays from, as they are now; undefined until they are read. */
export function useRhythmsFor(form: Form): ReadonlyMap<string, Rhythm> | undefined {
  const ids = rhythmsOf(form).toSorted().join('\n');
  const [read, setRead] = useState<ReadonlyMap<string, Rhythm>>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: only which rhythms it names matters
  useEffect(() => {
    const subscription = liveQuery(() => rhythmsFor(database, form)).subscribe({
      next: setRead,
      error: (error: unknown) => {
        toast(storageSentence(error));
        setRead(new Map());
      },
    });
    return () => subscription.unsubscribe();
  }, [ids]);
  return read;
}

/** An open form laid out, with what is found of it. */
export function useOpened(document: FormDocument): OpenedForm | undefined {
  const form = useFormState(document).history.present;
  const rhythms = useRhythmsFor(form);
  const laid = useMemo(() => (rhythms ? layOut(form, rhythms) : undefined), [form, rhythms]);
  const found = useFindings(form, rhythms);
  if (!rhythms || !laid) return undefined;
  return { document, form, laid, rhythms, ...found, edit: document.edit };
}

const NONE: readonly FormFinding[] = [];

function useFindings(
  form: Form,
  rhythms: ReadonlyMap<string, Rhythm> | undefined,
): Pick<OpenedForm, 'findings' | 'looked'> {
  const [{ ceiling }] = useReadSettings();
  const asked = useQuery({
    queryKey: ['form-findings', form, rhythms ? [...rhythms.values()] : undefined, ceiling],
    queryKeyHashFn: hashByIdentity,
    enabled: rhythms !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 0,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () =>
      formWorker.call((api) => api.find(form, [...(rhythms?.values() ?? [])], ceiling)),
  });
  const looked = asked.isError ? 'failed' : asked.data === undefined ? 'looking' : 'done';
  return { findings: asked.data ?? NONE, looked };
}

const marks = new WeakMap<object, number>();
let marked = 0;

/** Forms and rhythms are never changed: each is known by a number, and not written out to be compared. */
function hashByIdentity(key: readonly unknown[]): string {
  return JSON.stringify(key, (_, value: unknown) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
    let mark = marks.get(value);
    if (mark === undefined) {
      marked += 1;
      mark = marked;
      marks.set(value, mark);
    }
    return mark;
  });
}
