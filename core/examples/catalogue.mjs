// A traditional cycle by its name, and a tala by its family.
import assert from 'node:assert/strict';
import { entryNamed, searchCatalogue, talaCycle } from '@stride/core/catalogue';
import { turnPulses } from '@stride/core/cycle';

assert.equal(entryNamed('tintal')?.id, 'teental');
assert.ok(searchCatalogue({ text: 'clave' }).length > 2);
assert.equal(turnPulses(talaCycle('triputa', 3, 1)), 7);
