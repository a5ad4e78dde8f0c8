import type { Instrument } from './model.ts';
import { instrumentFrom } from './table.ts';

/** Drums played with the hands. */
export const HAND_DRUMS: readonly Instrument[] = [
  instrumentFrom(
    'conga, tall hand drum, tumbadora | One tall barrel-shaped drum, both hands. | tall-hand-drum',
    `
    H | heel | touch | either after T t | skin-touch 150 | The heel of the hand rocks down on the middle of the skin. |
    T | toe | touch | either after H t | skin-touch 240 | The fingers rock down after the heel and rest. |
    t | touch | touch | either after H T | skin-touch 400 | The fingertips fall by their own weight, near the rim: lighter and higher than the toe. |
    O | open | open | either | skin-open 220 | The fingers strike at the rim and leave at once, so that it sings. |
    M | muffled | muted | either | skin-muffled 228 | Struck as the open tone, and the fingers stay on the skin. | t
    C | closed slap | slap | either | skin-slap 350 | The loose fingers snap down and stay, dry and bright. | O
    S | open slap | slap | either | skin-crack 372 | The loose fingers snap at the rim and leave, so that the crack rings. | O
    B | bass | bass | either | skin-bass 92 | The whole palm drops on the middle and bounces off. |
    `,
  ),
  instrumentFrom(
    'three congas, three tall drums | Three tall drums under one player: low, middle and high. | three-tall-drums',
    `
    H | heel | touch | either after T | skin-touch 150 @2 | The heel of the hand rocks down on the high drum. |
    T | toe | touch | either after H | skin-touch 230 @2 | The fingers rock down after the heel on the high drum. |
    O | high open | open | either | skin-open 250 @2 | Open tone on the high drum: strike at the rim and leave. |
    o | middle open | open | either | skin-open 196 @1 | Open tone on the middle drum; turn from the waist, not from the wrist. | O
    p | low open | open | either | skin-open 152 @0 | Open tone on the low drum. | O
    S | high slap | slap | either | skin-crack 390 @2 | The loose fingers snap at the rim of the high drum. | O
    s | middle slap | slap | either | skin-crack 330 @1 | The same on the middle drum. | o
    M | high muffled | muted | either | skin-muffled 256 @2 | Struck as the open tone, and the fingers stay. |
    B | high bass | bass | either | skin-bass 84 @2 | The palm drops on the middle of the high drum. |
    b | low bass | bass | either | skin-bass 64 @0 | The palm drops on the middle of the low drum. |
    `,
  ),
  instrumentFrom(
    'bongos, small paired drums, bongo | Two small drums between the knees, high and low. | small-paired-drums',
    `
    H | high open | open | strong | skin-open 420 @1 | The fingertips strike the rim of the small drum and leave. |
    L | low open | open | either | skin-open 300 @0 | The fingertips strike the rim of the large drum and leave. |
    S | high slap | slap | strong | skin-crack 620 @1 | The fingers snap at the rim of the small drum. | H
    t | touch | touch | weak after k | skin-touch 410 @1 | The fingertips rest lightly, to keep the flow between the strokes. |
    k | thumb | touch | weak after t | skin-touch 340 @1 | The thumb rolls onto the skin of the small drum. | t
    M | muffled | muted | either | skin-muffled 400 @1 | A short stroke with the fingers left lying. |
    `,
  ),
  instrumentFrom(
    'cajón, box drum | A wooden box to sit on, played on its front plate. | box-drum',
    `
    B | bass | bass | either | skin-bass 72 | The whole loose hand drops a third down the plate and bounces off. |
    S | slap | slap | either | wires 2600 | The fingers snap at the top edge, and the wires answer. | C
    C | corner | slap | either | shell 1500 | The fingertips snap at a top corner, high and dry. |
    E | edge | muted | either | wood 640 | The fingers strike the upper edge and stay. |
    f | finger | touch | either | wood 560 | One finger taps near the edge. |
    F | side | muted | either | shell 260 | The flat fingers strike the side of the box. |
    t | touch | touch | either | skin-touch 260 | The fingers fall by their own weight. |
    h | heel | muted | foot | stamp 70 | The heel of the foot kicks lightly, or slides up the plate to bend the bass. |
    `,
  ),
  instrumentFrom(
    'split-finger darbuka, finger goblet drum | The darbuka in the split-finger way, rings and rolls from the fingers alone. | finger-goblet-drum',
    `
    D | dum | bass | strong | skin-bass 94 | Flat fingers into the middle of the skin and out at once. |
    T | tek | slap | strong | skin-crack 400 | The ring finger snaps onto the rim by a turn of the forearm. | t
    K | ka | slap | weak | skin-crack 380 | The same with the other hand, whose arm lies over the shell. | k
    S | snap | slap | weak | skin-crack 470 | A finger is released from the thumb onto the rim. | K
    P | pa | slap | strong | skin-slap 420 | The cupped hand closes on the middle with a dry crack. | T
    R | rolled tek | slap | strong | skin-crack 420 | Two fingers follow one another onto the rim by a turn of the wrist. | T
    t | light tek | touch | strong | skin-touch 380 | One fingertip taps the rim. |
    k | light ka | touch | weak | skin-touch 350 | One fingertip of the other hand taps the rim. |
    `,
  ),
  instrumentFrom(
    'frame drum, bendir, tar | A round frame with one skin, held upright on the knee or in the hand.',
    `
    D | dum | bass | strong | skin-bass 82 | The thumb or a flat finger strikes near the rim, inside the frame, and leaves. |
    T | tek | slap | strong | rim 1500 | The ring finger flicks the very rim. | t
    K | ka | slap | weak | rim 1350 | The holding hand flicks the rim with its ring finger. | k
    S | slap | slap | strong | skin-slap 460 | The open hand slaps the middle and stays. | T
    O | open | open | strong | skin-open 176 | The fingers strike between rim and middle and leave. |
    t | light tek | touch | strong | skin-touch 520 | A fingertip taps the rim. |
    k | light ka | touch | weak | skin-touch 470 | A fingertip of the holding hand taps the rim. |
    B | brush | touch | strong | scrape-short 2600 | The fingers brush across the skin. |
    `,
  ),
  instrumentFrom(
    'tombak, zarb | A wooden goblet drum laid across the thigh, played with the fingers of both hands.',
    `
    D | tom | bass | strong | skin-bass 90 | The flat fingers strike the middle and leave. |
    B | bak | slap | strong | skin-crack 420 | The fingers strike the rim and leave. | t
    K | weak bak | slap | weak | skin-crack 400 | The same with the other hand, whose arm lies over the drum. | k
    S | snap | slap | strong | skin-crack 520 | A finger is let go from the thumb onto the skin. | B
    n | weak snap | slap | weak | skin-crack 500 | The same with the other hand. | K
    R | roll of fingers | touch | strong | skin-touch 430 | The fingers follow one another onto the rim, from the little one to the first. |
    t | light bak | touch | strong | skin-touch 400 | A fingertip taps the rim. |
    k | light weak bak | touch | weak | skin-touch 380 | A fingertip of the other hand taps the rim. |
    `,
  ),
  instrumentFrom(
    'daf | A large frame drum with rings inside the frame, held high by both hands.',
    `
    D | dum | bass | strong | skin-bass 88 | The fingers strike between middle and rim and leave. |
    T | tak | slap | strong | skin-crack 420 | The fingertips strike the rim; the rings stay still. | t
    K | weak tak | slap | weak | skin-crack 390 | The same with the fingers of the other hand, which holds. | k
    S | slap | slap | strong | skin-slap 440 | The open hand strikes the middle and stays. | T
    J | rings | shaken | either | jingle 4200 | Both hands toss the frame a little, and the rings fall against it. |
    t | light tak | touch | strong | skin-touch 440 | A fingertip taps the rim. |
    k | light weak tak | touch | weak | skin-touch 410 | A fingertip of the other hand taps the rim. |
    `,
  ),
  instrumentFrom(
    'pandeiro, jingle tambourine | A frame drum with cupped jingles, held flat in one hand, struck by thumb, tips and heel of the other. | jingle-tambourine',
    `
    D | low | bass | strong | skin-bass 112 | The thumb strikes near the rim and leaves. |
    d | low closed | muted | strong | skin-muffled 118 | The thumb strikes while a finger of the other hand damps from behind. | D
    T | fingertips | shaken | strong after H D | jingle-short 6200 | The fingertips strike the rim, and the jingles answer. |
    H | heel | shaken | strong after T t | jingle-short 3600 | The heel of the hand strikes the rim. |
    S | slap | slap | strong | skin-slap 560 | The cupped hand slaps the middle and stays. | T
    J | jingles | shaken | strong | jingle 7000 | One pair of jingles is struck alone with a fingertip. | T
    j | shake | shaken | weak | jingle 4600 | The holding hand turns to and fro. |
    t | touch | touch | strong | skin-touch 480 | A finger rests on the skin without a sound of its own. |
    `,
  ),
  instrumentFrom(
    'riq | A small frame drum with heavy jingles in pairs, held upright by both hands or in one. | riq',
    `
    D | dum | bass | strong | skin-bass 118 | The first finger strikes near the rim and leaves, the jingles still. |
    T | tek | slap | strong | rim 1700 | The ring finger strikes the very rim. | t
    K | ka | slap | weak | rim 1500 | The ring finger of the holding hand strikes the rim. | k
    P | pa | slap | strong | skin-slap 540 | The hand closes on the middle, short and dry. | T
    J | jingles | shaken | strong | jingle 7400 | A finger strikes one pair of jingles alone. |
    j | weak jingles | shaken | weak | jingle-short 7000 | The holding hand’s finger strikes its pair of jingles. | J
    Z | shake | shaken | weak | jingle 6400 | The holding hand turns to and fro. |
    t | light tek | touch | strong | skin-touch 560 | A fingertip taps the rim. |
    k | light ka | touch | weak | skin-touch 520 | A fingertip of the holding hand taps the rim. |
    `,
  ),
  instrumentFrom(
    'kanjira | A very small frame drum with one pair of jingles; the skin is wetted, and the holding hand bends its pitch.',
    `
    D | dhom | bass | strong | skin-bass 96 | The fingers strike the middle and leave while the holding hand presses from behind, so that the pitch bends. |
    T | ta | slap | strong | skin-crack 520 | The fingers together strike the middle and stay a moment. | t
    I | di | muted | strong | skin-muffled 420 | The first finger strikes near the rim and stays. |
    J | jingle | shaken | strong | jingle-short 7800 | The frame is struck where the jingles are. |
    t | light ta | touch | strong | skin-touch 480 | The fingertips fall lightly. |
    `,
  ),
  instrumentFrom(
    'adufe, square frame drum | A square frame with two skins, held between the thumbs and one finger, corner up. | square-frame-drum',
    `
    D | low | bass | strong | skin-bass 96 | The fingers of the hand whose first finger is free strike near the middle and leave. |
    O | open | open | strong | skin-open 208 | The fingers strike between edge and middle and leave; the thumbs go on holding. |
    T | edge | slap | strong | skin-crack 430 | The fingertips strike the edge, skin and wood together. | O
    K | weak edge | slap | weak | skin-crack 400 | The same with the fingers of the other hand. | k
    M | muffled | muted | strong | skin-muffled 205 | Struck and held. |
    k | touch | touch | weak | skin-touch 380 | The fingers of the other hand fall lightly. |
    `,
  ),
  instrumentFrom(
    'hanging jar drum | A jar-shaped drum slung at the hip, open below.',
    `
    B | bass | bass | either | skin-bass 74 | The palm drops on the middle and bounces off; the jar adds its breath. |
    O | open | open | either | skin-open 184 | The fingers strike at the rim and leave. |
    S | slap | slap | either | skin-crack 400 | The loose fingers snap at the rim. | O
    M | muffled | muted | either | skin-muffled 180 | Struck as the open tone, and held. | t
    t | touch | touch | either | skin-touch 260 | The fingers fall by their own weight. |
    K | shell | muted | weak | shell 520 | A knuckle or ring taps the jar. |
    `,
  ),
  instrumentFrom(
    'djembe, rope drum | A rope-tuned goblet with a thick skin: bass, tone and slap. | rope-drum',
    `
    B | bass | bass | either | skin-bass 68 | The whole palm drops on the middle from the forearm and bounces off. |
    O | tone | open | either | skin-open 330 | The fingers together strike with the palm’s edge at the rim, and leave. |
    S | slap | slap | either | skin-crack 590 | As the tone with loose open fingers, whose tips whip the skin. | O
    M | muffled slap | muted | either | skin-slap 520 | The slap with the fingers left lying. | S
    t | touch | touch | either | skin-touch 300 | The fingers fall by their own weight. |
    `,
  ),
  instrumentFrom(
    'tabla, north indian pair | A small high drum for the strong hand and a low one for the weak hand. | north-indian-pair',
    `
    G | ge | bass | weak | skin-bass 90 @0 | Two fingers strike the low drum before the black spot; the wrist bends its pitch. |
    g | ghissa | bass | weak | skin-bass 122 @0 | As ge, and the heel of the hand slides over the skin, so that the pitch climbs while it rings. | G
    k | ke | muted | weak | skin-muffled 150 @0 | The flat fingers land on the low drum and stay. |
    K | kat | muted | weak | skin-slap 240 @0 | The whole open hand claps the low drum and stays, loud and dry. | k
    N | na | open | strong | skin-open 392 @1 | The first finger strikes the rim while the ring finger rests, so that it rings. | t
    I | tin | open | strong | skin-open 370 @1 | The first finger strikes lightly between rim and spot and rings. | N
    U | tun | open | strong | skin-open 330 @1 | The first finger strikes the spot with no finger resting. | N
    T | te | muted | strong after R | skin-muffled 430 @1 | The ring and middle fingers land on the spot and stay. |
    R | re | muted | strong after T | skin-muffled 450 @1 | The first finger lands on the spot and stays, answering te. | T
    t | rest | touch | strong | skin-touch 420 @1 | A fingertip keeps the place without ringing. |
    +H | dha | G N | The low drum rings with na. |
    +W | dhin | G I | The low drum rings with tin. |
    +Y | dhe | G T | The low drum rings with te. |
    `,
  ),
  instrumentFrom(
    'mridangam, south indian barrel | A double-headed barrel across the lap: a loaded high head and a deep one. | south-indian-barrel',
    `
    D | thom | bass | weak | skin-bass 78 @0 | The flat fingers strike the deep head and leave. |
    d | closed low | muted | weak | skin-muffled 120 @0 | The flat hand lands on the deep head and stays. |
    N | nam | open | strong | skin-open 310 @1 | The first finger strikes the rim while the ring finger rests. | t
    I | dhin | open | strong | skin-open 290 @1 | The first finger strikes the middle ring and leaves. | N
    T | ta | muted | strong after K | skin-muffled 340 @1 | The fingers together land on the spot and stay. |
    K | ki | muted | strong after T | skin-muffled 365 @1 | The middle fingers land on the spot and stay. | T
    C | chapu | slap | strong | skin-crack 560 @1 | The little finger’s side cuts at the rim and the whole head sings. | N
    t | rest | touch | strong | skin-touch 330 @1 | A fingertip keeps the place. |
    +H | tham | D N | The deep head with nam. |
    +W | dheem | D I | The deep head with dhin. |
    `,
  ),
  instrumentFrom(
    'pakhawaj | A barrel across the lap played with open hands: a loaded high head and a deep one with dough.',
    `
    G | ge | bass | weak | skin-bass 70 @0 | The open hand strikes the deep head and leaves. |
    k | ka | muted | weak | skin-muffled 120 @0 | The flat hand lands on the deep head and stays. |
    N | na | open | strong | skin-open 300 @1 | The first finger strikes the rim and leaves. | t
    D | din | open | strong | skin-open 270 @1 | The open hand strikes the high head near the spot and leaves. | N
    T | ta | muted | strong after R | skin-muffled 330 @1 | The fingers together land on the spot and stay. |
    R | ti | muted | strong after T | skin-muffled 350 @1 | The upper part of the hand lands on the spot and stays, taking turns with ta. | T
    t | rest | touch | strong | skin-touch 320 @1 | A fingertip keeps the place. |
    +H | dha | G N | The deep head with na. |
    +W | dhin | G D | The deep head with din. |
    `,
  ),
  instrumentFrom(
    'khol, bengali clay barrel | A clay barrel slung at the waist, a small high head and a broad low one. | bengali-clay-barrel',
    `
    G | ge | bass | weak | skin-bass 86 @0 | The fingers strike the broad head and leave. |
    k | ke | muted | weak | skin-muffled 130 @0 | The flat hand lands on the broad head. |
    N | ne | open | strong | skin-open 520 @1 | The first finger strikes the rim of the small head and rings. | t
    T | ta | slap | strong | skin-crack 900 @1 | The fingers snap on the small head, sharp and short. | N
    R | re | muted | strong after T | skin-muffled 560 @1 | The fingers land on the small head and stay. |
    t | rest | touch | strong | skin-touch 460 @1 | A fingertip keeps the place. |
    +H | jha | G T | The broad head with ta. |
    +W | dhe | G N | The broad head with ne. |
    `,
  ),
  instrumentFrom(
    'ghatam, clay pot | A clay pot on the lap, its mouth to the player. | clay-pot',
    `
    B | breath | bass | weak | clay-bass 86 | The flat hand closes and frees the mouth, so that the pot breathes. |
    O | belly | open | strong | clay-ring 420 | The fingers strike the belly and leave, so that it rings. |
    N | neck | slap | strong | clay-ring 980 | The fingertips strike the neck, high and clear. | O
    M | muffled | muted | either | clay-touch 500 | The hand lands on the belly and stays. |
    t | touch | touch | either | clay-touch 700 | A fingertip taps. |
    `,
  ),
  instrumentFrom(
    'udu | A clay pot with a second hole in its side, lying across the lap or on a ring.',
    `
    B | bass | bass | strong | clay-bass 72 | The flat hand closes the side hole and leaves at once. |
    W | wah | bass | strong | clay-bass 104 | The same, and the hand stays near the hole, so that the pitch bends. | B
    O | body | open | either | clay-ring 360 | The fingertips strike the body and leave, so that it rings. |
    N | neck | slap | weak | clay-ring 820 | The fingertips strike the neck, high and clear. | O
    M | muffled | muted | either | clay-touch 460 | The hand lands on the body and stays. |
    t | touch | touch | either | clay-touch 640 | A fingertip taps. |
    `,
  ),
  instrumentFrom(
    'batá | A drum of hourglass shape across the lap: a large head for one hand, a small one for the other. | bata',
    `
    O | open | open | strong | skin-open 190 @0 | The fingers strike the large head and leave. |
    M | muffled | muted | strong | skin-muffled 196 @0 | Struck as the open tone, and the fingers stay. |
    T | touch | touch | strong | skin-touch 240 @0 | The fingertips fall on the large head. |
    S | slap | slap | weak | skin-slap 620 @1 | The flat fingers strike the small head, dry and bright. |
    s | small touch | touch | weak | skin-touch 560 @1 | The fingers fall on the small head by their own weight. |
    `,
  ),
];
