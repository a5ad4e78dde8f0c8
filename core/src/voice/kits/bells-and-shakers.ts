/** Wood and metal that ring, scrape or are shaken, the body itself, and what is clicked and shown. */
export const BELLS_AND_SHAKERS: Readonly<Record<string, string>> = {
  'hand-bell': `
    bell = bell 812 ring 0.8
    X shaft 0.05 leaves
    Y stick 0.75 leaves x 0.85
    C shaft 0.1 stays
    t stick 0.7 rests`,
  claves: `
    bar = bar 2450 ring 0.09
    X shaft 0.05 leaves
    t shaft 0.3 rests`,
  'mounted-bells': `
    large = bell 560 ring 0.6
    small = bell 900 ring 0.5
    block = bar 1300 ring 0.07
    B shaft 0.1 leaves @large
    b shaft 0.1 leaves @small
    N stick 0.85 stays @small
    W stick 0.1 leaves @block
    c shaft 0.1 stays @large`,
  'two-pitch-bell': `
    low = bell 620 ring 0.6
    high = bell 930 ring 0.55
    press = bell 1500 ring 0.05
    L stick 0.1 leaves @low
    H stick 0.1 leaves @high
    l stick 0.1 stays @low
    h stick 0.1 stays @high
    q knuckle 0.5 rests @press x 0.6`,
  'four-pitch-bell': `
    a = bell 520 ring 0.6
    e = bell 660 ring 0.58
    i = bell 820 ring 0.55
    o = bell 1040 ring 0.5
    A stick 0.1 leaves @a
    E stick 0.1 leaves @e
    I stick 0.1 leaves @i
    O stick 0.1 leaves @o
    c stick 0.15 stays @e`,
  scraper: `
    down = ribs 2900 64 0.28 0 1 1.7 2.6
    short = ribs 2500 22 0.09 0 1 1.8
    up = ribs 4300 22 0.085 0 1 1.6
    body = bar 900 ring 0.06
    X stick 0.5 leaves @down
    x stick 0.5 leaves @short
    u stick 0.5 leaves @up
    t stick 0.3 rests @body`,
  shaker: `
    stop = grains 4900 240 0.12 0.9 1 1.5 2.1
    front = grains 5900 200 0.085 0.75 1 1.5
    back = grains 3900 200 0.1 0.85 1 1.6
    other = grains 7000 200 0.085 0.75 1 1.3
    vessel = clay 1500 ring 0.05
    X palm 0.5 leaves @stop
    x palm 0.5 leaves @front x 0.8
    u palm 0.5 leaves @back x 0.7
    w palm 0.5 leaves @other x 0.75
    t tip 0.5 rests @vessel`,
  'net-gourd': `
    gourd = membrane 150 ring 0.06 wide 0.25 air 98 0.3 1.6 beads 4600 0.1 0.1
    stop = grains 4200 300 0.14 0.9 1 1.6 2.2
    slide = grains 5000 220 0.1 0.85 1 1.4
    fall = grains 3500 420 0.32 0.8 1 1.9 2.7
    B palm 0.1 leaves @gourd
    X palm 0.5 leaves @stop
    x palm 0.5 leaves @slide x 0.7
    T palm 0.5 leaves @fall
    t fingers 0.7 rests @gourd`,
  'finger-cymbals': `
    strong = small-cymbal 2600 ring 1.1
    weak = small-cymbal 2330 ring 1
    X nail 0.4 leaves @strong
    x nail 0.45 leaves @weak
    C shaft 0.5 stays @strong
    c shaft 0.5 stays @weak`,
  castanets: `
    high = bar 2250 ring 0.05
    low = bar 1620 ring 0.055
    both = bar 1900 ring 0.06
    shells = bar 1180 ring 0.05
    R knuckle 0.1 leaves @high
    L knuckle 0.1 leaves @low
    B shaft 0.1 leaves @both
    T shaft 0.1 stays @shells`,
  'palms-and-feet': `
    clear = palms 1800 0.05
    dull = palms 720 0.045
    snap = palms 3100 0.022
    floor = plate 72 ring 0.16
    sole = plate 168 ring 0.09
    chest = plate 240 ring 0.05
    X palm 0 leaves @clear
    x palm 0 leaves @dull
    f tip 0 leaves @snap x 0.7
    H heel 0.1 leaves @floor
    p palm 0.3 stays @sole
    c fingers 0.2 stays @chest x 0.8`,
  'spoken-voice': `
    long = mouth daa 0.26
    short = mouth da 0.09
    clipped = mouth ka 0.03
    breath = mouth h 0.05
    V tip 0 leaves @long
    v tip 0 leaves @short x 0.8
    K tip 0 leaves @clipped
    h tip 0 leaves @breath`,
  click: `
    wood = bar 2300 ring 0.05
    low = bar 1750 ring 0.04
    high = bar 3100 ring 0.035
    strong shaft 0.05 leaves @wood
    plain shaft 0.05 leaves @low x 0.8
    second shaft 0.05 leaves @high x 0.5`,
  'click-tick': `
    strong = bar 4400 ring 0.014
    plain = bar 3600 ring 0.012
    second = bar 5400 ring 0.01
    strong nail 0.1 leaves @strong
    plain nail 0.1 leaves @plain x 0.8
    second nail 0.1 leaves @second x 0.5`,
  'click-block': `
    strong = bar 1450 ring 0.06
    plain = bar 1100 ring 0.05
    second = bar 1900 ring 0.04
    strong stick 0.05 leaves @strong
    plain stick 0.05 leaves @plain x 0.8
    second stick 0.05 leaves @second x 0.5`,
  'click-beep': `
    strong = clay 9000 ring 0.004 air 2093 0.07 30
    plain = clay 9000 ring 0.004 air 1568 0.06 30
    second = clay 9000 ring 0.004 air 2637 0.05 30
    strong nail 0 leaves @strong
    plain nail 0 leaves @plain x 0.8
    second nail 0 leaves @second x 0.5`,
  'click-bell': `
    strong = small-cymbal 3100 ring 0.28
    plain = small-cymbal 2400 ring 0.2
    second = small-cymbal 4200 ring 0.14
    strong nail 0.2 leaves @strong
    plain nail 0.2 leaves @plain x 0.8
    second nail 0.2 leaves @second x 0.5`,
  gesture: `
    palms = palms 1700 0.05
    finger = bar 1500 ring 0.05
    wave = grains 2600 30 0.1 0.3 1 1.5
    clap palm 0 leaves @palms
    finger tip 0.2 leaves @finger x 0.5
    wave palm 0 leaves @wave x 0.45`,
};
