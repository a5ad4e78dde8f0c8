import type { Instrument } from './model.ts';
import { instrumentFrom } from './table.ts';

/** Drums played with sticks, mallets or a tipper. */
export const STICK_DRUMS: readonly Instrument[] = [
  instrumentFrom(
    'timbales, metal-shell pair | Two shallow metal drums on a stand, with their shells and two bells. | metal-shell-pair',
    `
    H | high open | open | strong | stick-open 330 @1 | The stick strikes the small drum and leaves. |
    L | low open | open | weak | stick-open 245 @0 | The stick strikes the large drum and leaves. |
    R | rim shot | slap | strong | rim 1700 @1 | The stick meets rim and skin of the small drum together. | H
    S | shell | metal | strong | shell 900 | The tip of the stick on the side of the shell. |
    s | weak shell | metal | weak | shell 820 | The same on the other shell. | S
    B | mounted bell | metal | strong | bell 660 | The shoulder of the stick on the mouth of the large bell. |
    b | small bell | metal | strong | bell 980 | The shoulder of the stick on the small bell. | B
    M | muffled low | muted | weak | stick-muffled 240 @0 | The weak hand presses the large skin as it strikes. |
    t | touch | touch | weak | skin-touch 260 @0 | The fingertips rest on the large skin. |
    `,
  ),
  instrumentFrom(
    'surdo, round samba drum | A deep drum at the hip: a mallet in one hand, the other hand damps. | round-samba-drum',
    `
    O | open | bass | strong | skin-bass 58 | The mallet strikes between rim and middle and the skin rings out. |
    M | closed | muted | strong | stick-muffled 62 | The other hand lies on the skin as the mallet strikes. | O
    h | hand | touch | weak | skin-touch 120 | The flat hand touches the skin between the strokes. |
    R | rim | slap | strong | wood 700 | The mallet’s shaft on the rim. |
    `,
  ),
  instrumentFrom(
    'tamborim, small samba frame drum | A very small frame drum, a thin stick, and a finger behind the skin. | small-samba-frame-drum',
    `
    X | open | open | strong | stick-open 560 | The stick strikes the middle and the finger behind is away. |
    M | closed | muted | strong | stick-muffled 590 | The finger behind presses as the stick strikes. | X
    V | turned | slap | strong | rim 1900 | The drum is turned over and meets the stick on its way. | X
    t | finger | touch | weak | skin-touch 520 | The finger behind taps the skin alone. |
    `,
  ),
  instrumentFrom(
    'dunun, stick drum with bell | A rope-tuned barrel played with a thick stick, and a bell beside it for the other hand. | stick-drum-with-bell',
    `
    O | open | bass | strong | skin-bass 84 @0 | The stick strikes the middle and leaves at once. |
    M | pressed | muted | strong | stick-muffled 92 @0 | The stick strikes and stays pressed into the skin. | O
    X | bell | metal | weak | bell 720 @1 | The other hand strikes the bell’s mouth. |
    x | soft bell | metal | weak | bell-damped 760 @1 | The same with the bell held closed. | X
    R | rim | slap | strong | wood 620 @0 | The stick on the rim. |
    `,
  ),
  instrumentFrom(
    'bodhrán, tipper frame drum | A frame drum played with a short double-ended stick; the other hand is behind the skin. | tipper-frame-drum',
    `
    D | down | open | strong after U T | stick-open 132 | The near end of the tipper strikes on its way down. |
    U | up | open | strong after D T B | stick-open 136 | The same end strikes on its way up, and is to sound like down; the wrist turns, the arm rests. | D
    T | top end | open | strong after U D | stick-open 196 | The far end meets the skin as the wrist turns over. | D
    B | low | bass | strong | skin-bass 62 | Down with the hand behind taken off the skin. |
    R | rim | slap | strong | rim 1300 | The tipper on the wooden rim. | D
    M | pressed | muted | strong | stick-muffled 150 | The hand behind presses the skin up. | D
    t | touch | touch | strong | skin-touch 210 | The tipper brushes the skin. |
    `,
  ),
  instrumentFrom(
    'davul | A large two-headed drum slung over the shoulder: a heavy mallet on one head, a thin switch on the other.',
    `
    D | düm | bass | strong | skin-bass 60 @0 | The mallet strikes the deep head and leaves. |
    M | pressed | muted | strong | stick-muffled 70 @0 | The mallet strikes and stays in the skin. | D
    T | tek | slap | weak | stick-open 420 @1 | The switch strikes the thin head. | t
    t | light tek | touch | weak | skin-touch 360 @1 | The switch taps the thin head from a low height. |
    R | rim | muted | strong | wood 620 @0 | The mallet’s shaft on the rim. |
    `,
  ),
  instrumentFrom(
    'repinique | A small high drum at the hip: a stick in one hand, the other hand bare.',
    `
    X | open | open | strong | stick-open 410 | The stick strikes the middle and leaves. |
    R | rim shot | slap | strong | rim 1600 | The stick meets rim and skin together. | X
    S | hand slap | slap | weak | skin-slap 520 | The bare hand slaps the skin and stays a moment. | h
    M | muffled | muted | strong | stick-muffled 400 | The bare hand lies on the skin as the stick strikes. | X
    h | hand | touch | weak | skin-touch 420 | The bare fingers fall on the skin. |
    `,
  ),
  instrumentFrom(
    'drum kit | A small kit: bass drum, snare drum, two toms, hi-hat, ride cymbal.',
    `
    B | bass drum | bass | foot | skin-bass 56 @0 | The foot lets the beater fall and rebound. |
    S | snare drum | slap | weak | wires 2300 | The stick strikes the middle, and the wires answer. |
    R | rim click | muted | weak | wood 760 | The stick lies across and its shoulder clicks the rim. | S
    H | high tom | open | strong | stick-open 196 @2 | The stick strikes the high tom and leaves. |
    L | low tom | open | strong | stick-open 118 @1 | The stick strikes the low tom and leaves. |
    x | hi-hat closed | metal | strong | cymbal-damped 7200 | The stick on the closed hi-hat. |
    X | hi-hat open | metal | strong | cymbal 6800 | The same with the foot a little up. | x
    c | hi-hat foot | touch | foot | cymbal-damped 5200 | The foot closes the hi-hat. |
    C | ride cymbal | metal | strong | cymbal 4600 | The tip of the stick on the bow of the cymbal. |
    `,
  ),
  instrumentFrom(
    'practice pad | A rubber pad: nothing but hands and sticks, and nothing to hide behind.',
    `
    X | stroke | open | either | stick-muffled 420 | A full stroke from the wrist that comes back to where it began. |
    t | tap | touch | either | skin-touch 420 | A low stroke from a low stick. |
    R | edge | slap | either | wood 980 | The stick on the hard edge. | X
    `,
  ),
];
