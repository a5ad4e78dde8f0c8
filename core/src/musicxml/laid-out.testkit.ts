import { readFileSync } from 'node:fs';
import { formFrom, RHYTHMS } from '../form/fixture.testkit.ts';
import { type Form, layOut } from '../form/index.ts';

export const SCHEMA = {
  fileName: 'structure.xsd',
  contents: readFileSync(new URL('structure.testkit.xsd', import.meta.url), 'utf8'),
};

export const FORM = formFrom(`form Lantern walk
tempo 72 per 3
player Bell
player Drum

section Gather
cycle 3+3+2
turns 16
level soft
part Bell
play Walk : Bell

section Walk on
cycle 3+3+2
turns 4 to 8 until the sign
level full
part Bell
play Walk : Bell
part Drum
play Walk : Drum
from 3.1

section Quay
cycle 2+2+3
turns 3
level full
change 3 become 2
part Bell
play Seven : Lamp

then Gather
then Walk on
then Quay`);

export const laidOut = (form: Form) => layOut(form, RHYTHMS);
