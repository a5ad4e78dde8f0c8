import { addPlayer, type Form, removePlayer } from '@stride/core/form';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { StrideDatabase } from './db.ts';
import { DEMO_FORM, DEMO_FORM_RHYTHMS } from './demo-form.ts';
import { type FormOptions, openFormDocument } from './form-document.ts';
import { bringSet, listForms, loadForm, putForm, rhythmsFor, saveForm } from './forms.ts';
import { inTime } from './in-time.ts';
import { newRecord, putRhythms } from './rhythms.ts';
import { bringBack, throwAway } from './trash.ts';

let count = 0;
let db: StrideDatabase;

beforeEach(async () => {
  count += 1;
  db = new StrideDatabase(`forms-${count}`);
  await putForm(db, DEMO_FORM);
});

async function open(options: FormOptions = {}) {
  const result = await loadForm(db, DEMO_FORM.id);
  if (result.status !== 'found') throw new Error(result.status);
  return openFormDocument(db, result.record, options);
}

const rename = (name: string) => (form: Form) => ({ ...form, name });
const kept = async () => (await db.forms.get(DEMO_FORM.id))?.form;

describe('forms that are kept', () => {
  it('are listed, the one edited last first, deleted and brought back', async () => {
    await db.forms.put({ id: 'b', form: { ...DEMO_FORM, id: 'b' }, revision: 1, updated: 1 });
    expect((await listForms(db)).map(({ id }) => id)).toEqual(['lantern-set', 'b']);
    const thrown = await throwAway(db, 'form', 'lantern-set', 'Set');
    expect(await loadForm(db, 'lantern-set')).toEqual({ status: 'missing' });
    expect(await bringBack(db, thrown ?? '')).toBe('back');
    expect(await kept()).toEqual(DEMO_FORM);
  });

  it('that cannot be used say why', async () => {
    await db.forms.put({ id: 'x', form: { name: '' } as Form, revision: 1, updated: 1 });
    expect(await loadForm(db, 'x')).toMatchObject({ status: 'broken', messages: [/./] });
  });

  it('find the rhythms they play from; those that are gone or broken are left out', async () => {
    const [walk, cobbles] = DEMO_FORM_RHYTHMS;
    if (!walk || !cobbles) throw new Error('two rhythms');
    await putRhythms(db, [newRecord(walk)]);
    await db.rhythms.put({ ...newRecord(cobbles), rhythm: { ...cobbles, name: '' } });
    expect([...(await rhythmsFor(db, DEMO_FORM)).keys()]).toEqual(['lantern-walk']);
  });

  it('of the demo come with their rhythms, and leave what is there as it is', async () => {
    const [walk] = DEMO_FORM_RHYTHMS;
    if (!walk) throw new Error('a rhythm');
    await putRhythms(db, [newRecord({ ...walk, name: 'Mine' })]);
    await db.forms.delete(DEMO_FORM.id);
    expect(await bringSet(db)).toBe('lantern-set');
    expect((await db.rhythms.get('lantern-walk'))?.rhythm.name).toBe('Mine');
    expect(await db.rhythms.count()).toBe(DEMO_FORM_RHYTHMS.length);
    await db.forms.update(DEMO_FORM.id, { form: { ...DEMO_FORM, name: 'Mine' } });
    await bringSet(db);
    expect((await kept())?.name).toBe('Mine');
  });
});

describe('an open form', () => {
  it('keeps every edit at once, undoes it and does it again', async () => {
    const document = await open();
    document.edit(rename('A'));
    document.edit(rename('B'));
    await document.settled();
    expect((await kept())?.name).toBe('B');
    document.undo();
    await document.settled();
    expect((await kept())?.name).toBe('A');
    document.redo();
    await document.settled();
    expect([(await kept())?.name, document.getState().save]).toEqual(['B', { status: 'saved' }]);
  });

  it('takes edits of one stroke as one step, and an edit of nothing as none', async () => {
    const document = await open();
    document.edit(rename('A'), 'name');
    document.edit(rename('AB'), 'name');
    document.edit((form) => form);
    document.edit(rename('C'));
    expect(document.getState().history.past.map(({ name }) => name)).toEqual([
      'Lantern walk',
      'AB',
    ]);
  });

  it('refuses what could not be opened again, with a sentence, and changes nothing', async () => {
    const say = vi.fn();
    const document = await open({ say });
    const done = document.edit((form) => ({
      ...form,
      sections: form.sections.map((one) => ({ ...one, name: 'A' })),
    }));
    expect(done).toBe(false);
    expect(say).toHaveBeenCalledWith(
      'That was not done. Two sections have the same name. Give one of them another.',
    );
    expect(document.getState().history.past).toEqual([]);
    expect(document.edit((form) => removePlayer(addPlayer(form, 'X'), 'player-5'))).toBe(true);
  });

  it('writes nothing over what another tab has written, and lets one choose', async () => {
    const [mine, theirs] = [await open(), await open()];
    theirs.edit(rename('Theirs'));
    await theirs.settled();
    mine.edit(rename('Mine'));
    await mine.settled();
    expect((await kept())?.name).toBe('Theirs');
    expect(mine.getState().save).toMatchObject({ status: 'elsewhere' });
    mine.edit(rename('Mine too'));
    await mine.settled();
    expect((await kept())?.name).toBe('Theirs');
    await mine.keepAsCopy('copy');
    expect((await db.forms.get('copy'))?.form.name).toBe('Mine too (copy)');
    expect(mine.getState().history.present.name).toBe('Theirs');
    mine.edit(rename('After'));
    await mine.settled();
    expect((await kept())?.name).toBe('After');
  });

  it('is there again where another tab has deleted it', async () => {
    const document = await open();
    await throwAway(db, 'form', DEMO_FORM.id, 'Set');
    document.edit(rename('Back'));
    await document.settled();
    expect((await kept())?.name).toBe('Back');
  });

  it('that cannot be kept says so, keeps what one does, and is tried again', async () => {
    const document = await open();
    const put = vi.spyOn(db.forms, 'put').mockRejectedValueOnce(new Error('full'));
    document.edit(rename('A'));
    await document.settled();
    expect(document.getState().save).toMatchObject({ status: 'failed' });
    expect(document.getState().history.present.name).toBe('A');
    document.tryAgain();
    await document.settled();
    expect([document.getState().save.status, (await kept())?.name]).toEqual(['saved', 'A']);
    put.mockRestore();
    expect(await saveForm(db, DEMO_FORM, 'other', 1)).toMatchObject({ status: 'elsewhere' });
  });

  it('knows on what it was edited: the last edits bear the revision that was kept before them', async () => {
    const document = await open();
    document.edit(rename('A'));
    await document.settled();
    document.edit(rename('AB'));
    const { revision } = (await db.forms.get(DEMO_FORM.id)) ?? {};
    expect(revision).toBe(2);
    expect(document.lastEdits()).toMatchObject({ form: { name: 'AB' }, revision });
    await document.settled();
  });

  it('is not said to be kept where the storage does not answer, and is kept before its paint where the page is left', async () => {
    let limit = 5;
    const document = await open({
      patience: (answer) => inTime(answer, limit),
      painted: () => undefined,
    });
    const { transaction } = db;
    db.transaction = (() => new Promise(() => undefined)) as unknown as typeof db.transaction;
    document.edit(rename('A'));
    document.hurry();
    await document.settled();
    expect(document.getState().save).toMatchObject({
      status: 'failed',
      message: expect.stringContaining('does not answer'),
    });
    expect(document.lastEdits()?.form.name).toBe('A');
    db.transaction = transaction;
    limit = 3_600_000;
    document.tryAgain();
    document.hurry();
    await document.settled();
    expect([document.getState().save.status, (await kept())?.name]).toEqual(['saved', 'A']);
  });
});
