// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { hurryToKeep } from './at-stake.ts';
import { database } from './db.ts';
import { DEMO_FORM } from './demo-form.ts';
import { listForms, putForm } from './forms.ts';
import { lastEditsOf } from './last-edits.ts';
import { closeDocument, lastEdits, openRhythm } from './open-documents.ts';
import { lastFormEdits, openForm } from './open-forms.ts';
import { listRhythms, loadRhythm, seedOnce } from './rhythms.ts';
import { storedIn, tempo } from './stored.testkit.ts';

const ID = 'lantern-steps';

beforeEach(async () => {
  await seedOnce(database);
  closeDocument(ID);
  localStorage.clear();
});

async function opened() {
  const result = await openRhythm(ID);
  if (result.status !== 'open') throw new Error(result.status);
  return result.document;
}

/** Edits to another tempo, as a tab that is gone noted them. */
async function left(
  bpm: number,
  more: { readonly revision?: number; readonly writer?: string } = {},
): Promise<void> {
  const { rhythm, drafts, revision } = await storedIn(database, ID);
  const edits = tempo(bpm)({ rhythm, drafts });
  lastEdits.note(ID, { ...edits, revision, writer: 'gone', ...more });
}

const bpmNow = async () => (await storedIn(database, ID)).rhythm.tempo.bpm;

describe('last edits of a page that is left', () => {
  it('are noted at once, and no longer when they are kept', async () => {
    const document = await opened();
    const hurry = vi.spyOn(document, 'hurry');
    document.type(tempo(91));
    expect(localStorage.length).toBe(0);
    hurryToKeep();
    expect(hurry).toHaveBeenCalled();
    expect(localStorage.length).toBe(1);
    await document.settled();
    expect(localStorage.length).toBe(0);
    expect(await bpmNow()).toBe(91);
    hurryToKeep();
    expect(localStorage.length).toBe(0);
  });

  it('are done when the rhythm is opened again, and can be undone', async () => {
    const before = await bpmNow();
    await left(92);
    const document = await opened();
    await document.settled();
    expect(await bpmNow()).toBe(92);
    expect(localStorage.length).toBe(0);
    document.undo();
    await document.settled();
    expect(await bpmNow()).toBe(before);
  });

  it('that were kept after all, or made on what was, are not done again', async () => {
    const document = await opened();
    document.type(tempo(93));
    await document.settled();
    await left(93);
    closeDocument(ID);
    expect((await opened()).getState().history.past).toEqual([]);
    // An earlier state of the same tab was kept, this one not any more.
    const { writer = '' } = await storedIn(database, ID);
    await left(94, { revision: 0, writer });
    closeDocument(ID);
    const again = await opened();
    await again.settled();
    expect(await bpmNow()).toBe(94);
  });

  it('stand beside what another tab has saved since', async () => {
    const before = await bpmNow();
    await left(95, { revision: 0 });
    await opened();
    expect(await bpmNow()).toBe(before);
    const copies = (await listRhythms(database)).filter(({ rhythm }) =>
      /\(copy\)/.test(rhythm.name),
    );
    expect(copies.map(({ rhythm }) => rhythm.tempo.bpm)).toEqual([95]);
    expect((await loadRhythm(database, copies[0]?.id ?? '')).status).toBe('found');
  });

  it('stay noted where they could not be kept', async () => {
    await left(96, { revision: 0 });
    const { bulkPut } = database.rhythms;
    database.rhythms.bulkPut = () =>
      Promise.reject(new DOMException('full', 'QuotaExceededError')) as never;
    await opened();
    database.rhythms.bulkPut = bulkPut;
    expect(lastEdits.of(ID).map(({ rhythm }) => rhythm.tempo.bpm)).toEqual([96]);
    closeDocument(ID);
    await opened();
    expect(lastEdits.of(ID)).toEqual([]);
    const copies = (await listRhythms(database)).filter(({ rhythm }) => rhythm.tempo.bpm === 96);
    expect(copies).toHaveLength(1);
  });

  it('that are something else are dropped, and a full storage is none of theirs', async () => {
    localStorage.setItem(`stride-last-edits ${ID} a`, '{');
    localStorage.setItem(
      `stride-last-edits ${ID} b`,
      '{"revision":1,"writer":"b","drafts":{},"rhythm":{}}',
    );
    localStorage.setItem('stride-last-edits other c', 'theirs');
    expect(lastEdits.of(ID)).toEqual([]);
    expect(localStorage.length).toBe(1);
    const full = {
      ...localStorage,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
    };
    const inFull = lastEditsOf('edits', () => ({ some: 1 }), full as unknown as Storage);
    expect(() => inFull.note(ID, { some: 1, revision: 1, writer: 'd' })).not.toThrow();
  });
});

describe('last edits of a form', () => {
  let count = 0;
  let id = '';
  const named = (name: string) => ({ ...DEMO_FORM, id, name });
  const keptName = async () => (await database.forms.get(id))?.form.name;

  beforeEach(async () => {
    count += 1;
    // Each its own, since forms stay open.
    id = `walk-${count}`;
    await database.forms.clear();
    await putForm(database, named('As it was'));
  });

  async function openedForm() {
    const result = await openForm(id);
    if (result.status !== 'open') throw new Error(result.status);
    await result.document.settled();
    return result.document;
  }

  it('are noted at once, and no longer when they are kept', async () => {
    const document = await openedForm();
    const hurry = vi.spyOn(document, 'hurry');
    document.edit(() => named('Longer'));
    hurryToKeep();
    expect(hurry).toHaveBeenCalled();
    expect(lastFormEdits.of(id).map(({ form }) => form.name)).toEqual(['Longer']);
    await document.settled();
    expect(lastFormEdits.of(id)).toEqual([]);
    expect(await keptName()).toBe('Longer');
  });

  it('are done when it is opened again, and can be undone', async () => {
    lastFormEdits.note(id, { form: named('Left at once'), revision: 1, writer: 'gone' });
    const document = await openedForm();
    expect(await keptName()).toBe('Left at once');
    expect(lastFormEdits.of(id)).toEqual([]);
    document.undo();
    await document.settled();
    expect(await keptName()).toBe('As it was');
  });

  it('stand beside what was kept since, and what is no form is let go', async () => {
    lastFormEdits.note(id, { form: named('Left at once'), revision: 0, writer: 'gone' });
    localStorage.setItem(`stride-last-form-edits ${id} x`, '{"revision":1,"writer":"x","form":{}}');
    await openedForm();
    expect(await keptName()).toBe('As it was');
    const names = (await listForms(database)).map(({ form }) => form.name);
    expect(names.sort()).toEqual(['As it was', 'Left at once (copy)']);
    expect(localStorage.length).toBe(0);
  });
});
