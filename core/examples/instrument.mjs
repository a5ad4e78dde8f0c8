// What strokes the congas know, and which of them is meant on another instrument.
import assert from 'node:assert/strict';
import { instrumentNamed, proposeMap, strokeKind } from '@stride/core/instrument';

const congas = instrumentNamed('congas');
const goblet = instrumentNamed('goblet drum');
assert.ok(congas && goblet);
assert.equal(strokeKind(congas, 'S')?.name, 'open slap');
assert.ok(proposeMap(congas, goblet).has('S'));
