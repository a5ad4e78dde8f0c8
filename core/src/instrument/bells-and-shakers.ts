import type { Instrument } from './model.ts';
import { instrumentFrom } from './table.ts';

/** Wood and metal that ring, scrape or are shaken, and the body itself. */
export const BELLS_AND_SHAKERS: readonly Instrument[] = [
  instrumentFrom(
    'claves | Two hardwood sticks, one resting over a cupped hand.',
    `
    X | struck | slap | strong | wood 2450 | The moving stick strikes the middle of the resting one, which is free to sing. |
    t | closed | touch | strong | wood 1900 | The same with the resting stick held fast. |
    `,
  ),
  instrumentFrom(
    'cowbells, mounted bells, cha bell, mambo bell | Two bells and a block on a stand, one stick. | mounted-bells',
    `
    B | large bell | metal | strong | bell 560 @1 | The shoulder of the stick on the mouth. |
    b | small bell | metal | strong | bell 900 @2 | The shoulder of the stick on the mouth of the small bell. |
    N | neck | metal | strong | bell-damped 1180 @2 | The tip of the stick on the neck: higher and dry. |
    W | block | slap | strong | wood 1300 @0 | The tip of the stick on the block. |
    c | choked | muted | strong | bell-damped 560 @1 | The other hand holds the bell as it is struck. | B
    `,
  ),
  instrumentFrom(
    'agogô, two-pitch bell, gankogui | Two bells on one handle, low and high. | two-pitch-bell one frame',
    `
    L | low | metal | strong | bell 620 @0 | The stick on the mouth of the large bell. |
    H | high | metal | strong | bell 930 @1 | The stick on the mouth of the small bell. |
    l | low closed | muted | strong | bell-damped 620 @0 | The large bell with a finger on it. | L
    h | high closed | muted | strong | bell-damped 930 @1 | The small bell with a finger on it. | H
    q | squeeze | touch | weak | bell-damped 1500 | The two bells are pressed together. |
    `,
  ),
  instrumentFrom(
    'four-pitch bell | Four bells on one frame, from low to high. | four-pitch-bell one frame',
    `
    A | lowest | metal | strong | bell 520 @0 | The stick on the lowest bell. |
    E | second | metal | strong | bell 660 @1 | The stick on the second bell. |
    I | third | metal | strong | bell 820 @2 | The stick on the third bell. |
    O | highest | metal | strong | bell 1040 @3 | The stick on the highest bell. |
    c | closed | muted | strong | bell-damped 660 | A finger on the bell that is struck. |
    `,
  ),
  instrumentFrom(
    'güiro, scraper, reco-reco | A ribbed gourd or tube and a scraping stick. | scraper',
    `
    X | long scrape | shaken | strong | scrape 3200 | One even stroke along the ribs, down and away. |
    x | short down | shaken | strong after u | scrape-short 2600 | A short stroke down. |
    u | short up | shaken | strong after x X | scrape-short 4600 | A short stroke up. |
    t | tap | touch | strong | wood 900 | The stick taps the ribs without scraping. |
    `,
  ),
  instrumentFrom(
    'shaker, egg, maracas | A closed vessel with seeds in one hand or both.',
    `
    X | forward accent | shaken | strong after u | shake-accent 5200 | The hand stops at the front, so that all seeds land together. |
    x | forward | shaken | strong after u | shake 5600 | A small movement forward that stops clearly. |
    u | back | shaken | strong after x X | shake 3900 | The movement back, a little softer. |
    w | weak hand | shaken | weak | shake 6200 | The other hand’s shaker. |
    t | tap | touch | weak | shake 3600 | The vessel is tapped with the fingers of the other hand. |
    `,
  ),
  instrumentFrom(
    'shekere, net gourd | A gourd in a net of beads: the beads rattle, the bottom booms. | net-gourd',
    `
    B | bottom | bass | weak | skin-bass 98 | The palm strikes the bottom of the gourd, and it booms. |
    X | net down | shaken | strong | shake-accent 4200 | The net is drawn down and stops. |
    x | net | shaken | strong | shake 4600 | A turn of the wrist slides the net a little. |
    T | throw | shaken | strong | jingle 3800 | The gourd is tossed, and the net falls round it. | X
    t | touch | touch | weak | skin-touch 200 | The fingers rest on the gourd. |
    `,
  ),
  instrumentFrom(
    'finger cymbals, zills, sagat | Two pairs of small cymbals on thumb and middle finger of each hand.',
    `
    X | ring | metal | strong | bell 2600 | Edge meets edge and parts at once, so that it rings. |
    x | weak ring | metal | weak | bell 2400 | The same with the other hand’s pair. | X
    C | clap | muted | strong | bell-damped 2600 | The pair is closed flat and stays closed. |
    c | weak clap | muted | weak | bell-damped 2400 | The same with the other hand’s pair. | C
    `,
  ),
  instrumentFrom(
    'castanets | Two pairs of hollow wooden shells on the thumbs: a higher pair and a lower one. | castanets one frame',
    `
    R | roll finger | slap | strong | wood 2200 @1 | One finger of the hand with the higher pair throws the shell shut; a roll is four fingers, one after the other. |
    L | low | slap | weak | wood 1650 @0 | The fingers of the other hand together throw the lower pair shut. |
    B | both | slap | both | wood 1900 | Both pairs close at once. |
    T | knock | muted | both | wood 1200 | The two pairs are knocked against one another. |
    `,
  ),
  instrumentFrom(
    'palmas, palms and feet | Clapping hands, open and closed, and the feet on the floor. | palms-and-feet',
    `
    X | bright clap | slap | both | palm 1900 | The fingers of one hand on the hollow palm of the other, open and clear. |
    x | soft clap | muted | both | palm 700 | Cupped palm on cupped palm, dark and dry. |
    f | finger snap | touch | either | wood 1500 | Thumb and middle finger. |
    H | heel | bass | foot | stamp 74 | The heel falls on the floor by its own weight; softly, on a floor that gives. |
    p | sole | muted | foot | stamp 150 | The front of the foot falls flat. |
    c | chest | muted | either | stamp 190 | The flat hand on the chest, gently. |
    `,
  ),
];
