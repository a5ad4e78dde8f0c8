/** Drums played with the hands: what they are made of, and where and how each stroke meets them. */
export const HAND_DRUMS: Readonly<Record<string, string>> = {
  'goblet-drum': `
    skin = membrane 270 ring 0.42 wide 0.22 tight 0.03 air 92 0.42 1.7
    D palm 0.12 leaves
    O fingers 0.78 leaves
    T nail 0.95 leaves
    K tip 0.91 leaves x 0.8
    S tips 0.72 stays
    M palm 0.12 stays
    P fingers 0.45 presses
    t tip 0.93 rests x 0.34
    k fingers 0.9 rests x 0.36
    n nail 0.8 leaves x 0.62`,
  'finger-goblet-drum': `
    skin = membrane 280 ring 0.36 wide 0.2 tight 0.03 air 96 0.36 1
    D palm 0.1 leaves
    T nail 0.96 leaves
    K tip 0.9 leaves x 0.85
    S nail 0.78 leaves x 0.6
    P tips 0.4 stays
    R tips 0.88 leaves x 0.85
    t tip 0.95 rests x 0.36
    k fingers 0.88 rests x 0.36`,
  'barrel-drum': `
    low = membrane 82 ring 0.7 wide 0.25 tight 0.1 back 1.6
    high = membrane 298 ring 0.4 wide 0.16 tight 0.02 back 1.3
    G palm 0.3 leaves @low
    g palm 0.35 stays @low
    O fingers 0.72 leaves @high
    T tips 0.7 stays @high
    N nail 0.96 leaves @high x 0.85
    M fingers 0.7 stays @high
    t tip 0.8 rests @high
    k fingers 0.7 rests @low`,
  'tall-drums': `
    high = membrane 222 ring 0.5 wide 0.28 tight 0.03 air 96 0.34 1
    low = membrane 168 ring 0.56 wide 0.31 tight 0.03 air 74 0.38 1
    H heel 0.15 rests @high x 0.6
    T tip 0.45 rests @high x 0.5
    t tip 0.92 rests @high x 0.4
    O fingers 0.8 leaves @high
    M fingers 0.8 stays @high
    C tips 0.9 stays @high
    S tips 0.94 leaves @high
    B palm 0 leaves @high
    o fingers 0.8 leaves @low
    m fingers 0.8 stays @low
    s tips 0.94 leaves @low
    b palm 0 leaves @low`,
  'tall-hand-drum': `
    skin = membrane 220 ring 0.5 wide 0.28 tight 0.03 air 92 0.34 1
    H heel 0.15 rests x 0.6
    T tip 0.45 rests x 0.5
    t tip 0.92 rests x 0.4
    O fingers 0.8 leaves
    M fingers 0.8 stays
    C tips 0.9 stays
    S tips 0.94 leaves
    B palm 0 leaves`,
  'three-tall-drums': `
    high = membrane 250 ring 0.48 wide 0.26 tight 0.03 air 100 0.34 1
    middle = membrane 196 ring 0.52 wide 0.29 tight 0.03 air 84 0.36 1
    low = membrane 152 ring 0.58 wide 0.32 tight 0.03 air 64 0.4 1
    H heel 0.15 rests @high x 0.6
    T tip 0.5 rests @high x 0.5
    O fingers 0.8 leaves @high
    o fingers 0.8 leaves @middle
    p fingers 0.8 leaves @low
    S tips 0.94 leaves @high
    s tips 0.94 leaves @middle
    M fingers 0.8 stays @high
    B palm 0 leaves @high
    b palm 0 leaves @low`,
  'small-paired-drums': `
    high = membrane 420 ring 0.3 wide 0.18 tight 0.02
    low = membrane 300 ring 0.34 wide 0.22 tight 0.02
    H fingers 0.82 leaves @high
    L fingers 0.82 leaves @low
    S tips 0.95 leaves @high
    t tip 0.9 rests @high x 0.45
    k thumb 0.6 rests @high x 0.5
    M fingers 0.75 stays @high`,
  'box-drum': `
    front = plate 128 ring 0.1 air 72 0.26 1.5
    top = plate 330 ring 0.09 wires 2900 0.55 0.11
    corner = plate 640 ring 0.09 wires 4300 0.3 0.05
    side = plate 270 ring 0.1
    foot = plate 104 ring 0.09 air 72 0.16 0.8
    B palm 0.3 leaves @front
    S tips 0.9 leaves @top
    C tips 0.88 leaves @corner
    E fingers 0.9 stays @top x 0.8
    f knuckle 0.6 leaves @side x 0.6
    F fingers 0.2 leaves @side
    t tip 0.6 rests @front
    h heel 0.1 presses @foot x 0.8`,
  'frame-drum': `
    skin = membrane 172 ring 0.62 wide 0.38 tight 0.04 air 84 0.5 0.55
    D thumb 0.42 leaves
    T nail 0.975 leaves
    K tip 0.95 leaves x 0.85
    S tips 0.5 stays
    O fingers 0.78 leaves
    t tip 0.95 rests x 0.4
    k fingers 0.9 rests x 0.4
    B nail 0.7 presses x 0.3`,
  tombak: `
    skin = membrane 205 ring 0.4 wide 0.26 tight 0.03 air 90 0.4 1
    D palm 0.1 leaves
    B fingers 0.95 leaves
    K tip 0.92 leaves x 0.8
    S nail 0.86 leaves
    n nail 0.7 leaves x 0.66
    R tips 0.8 rests x 0.5
    t tip 0.93 rests x 0.4
    k fingers 0.88 rests x 0.4`,
  daf: `
    skin = membrane 150 ring 0.55 wide 0.5 tight 0.04 air 88 0.45 0.6 rings 4200 0.16 0.3
    frame = membrane 240 ring 0.06 wide 0.5 rings 3600 1.4 0.42
    D fingers 0.35 leaves
    T tip 0.94 leaves
    K tip 0.84 leaves x 0.7
    S tips 0.35 stays
    J palm 0.97 leaves @frame x 0.7
    t tip 0.9 rests x 0.4
    k fingers 0.84 rests x 0.4`,
  'jingle-tambourine': `
    skin = membrane 165 ring 0.5 wide 0.25 tight 0.05 air 112 0.42 0.7 jingles 6800 0.22 0.12
    frame = membrane 380 ring 0.06 wide 0.25 jingles 6000 1 0.11
    heel = membrane 260 ring 0.06 wide 0.25 jingles 3900 0.95 0.13
    pair = membrane 900 ring 0.03 wide 0.25 jingles 6300 1.2 0.3
    shake = membrane 900 ring 0.02 wide 0.25 jingles 4900 1.1 0.34
    D thumb 0.55 leaves
    d thumb 0.55 stays
    T tip 0.97 stays @frame
    H heel 0.97 stays @heel
    S tips 0.3 stays
    J tip 0.95 leaves @pair x 0.6
    j palm 0.9 leaves @shake x 0.7
    t tip 0.7 rests`,
  riq: `
    skin = membrane 205 ring 0.44 wide 0.22 tight 0.04 air 118 0.4 0.7 jingles 6900 0.14 0.16
    pair = membrane 900 ring 0.03 wide 0.22 jingles 7400 1.2 0.34
    other = membrane 900 ring 0.03 wide 0.22 jingles 6300 1 0.14
    shake = membrane 900 ring 0.02 wide 0.22 jingles 5200 1.1 0.4
    D fingers 0.45 leaves
    T nail 0.96 leaves
    K tip 0.9 leaves x 0.85
    P tips 0.3 stays
    J tip 0.96 leaves @pair x 0.7
    j tip 0.96 leaves @other x 0.7
    Z palm 0.9 leaves @shake x 0.75
    t tip 0.9 rests x 0.4
    k fingers 0.86 rests x 0.4`,
  kanjira: `
    skin = membrane 230 ring 0.34 wide 0.17 tight 0.02 jingles 7800 0.12 0.12
    low = membrane 96 ring 0.46 wide 0.17 tight 0.3
    frame = membrane 700 ring 0.03 wide 0.17 jingles 7800 1.2 0.18
    D fingers 0.1 slides @low
    T tips 0.55 leaves
    I tip 0.75 stays
    J tip 0.97 leaves @frame x 0.7
    t fingers 0.6 rests x 0.4`,
  'square-frame-drum': `
    skin = membrane 205 ring 0.34 wide 0.4 tight 0.04 back 1.4 air 96 0.4 0.8 beads 5200 0.08 0.1
    D fingers 0.15 leaves
    O fingers 0.7 leaves
    T nail 0.97 leaves
    K tip 0.9 leaves x 0.85
    M fingers 0.7 stays
    k tip 0.85 rests x 0.4`,
  'hanging-jar-drum': `
    skin = membrane 184 ring 0.46 wide 0.24 tight 0.03 air 74 0.44 1.1
    jar = clay 520 ring 0.12
    B palm 0 leaves
    O fingers 0.8 leaves
    S tips 0.94 leaves
    M fingers 0.8 stays
    t tip 0.8 rests
    K knuckle 0.3 leaves @jar x 0.7`,
  'rope-drum': `
    skin = membrane 322 ring 0.46 wide 0.32 tight 0.03 air 70 0.4 1.3
    B palm 0 leaves
    O fingers 0.8 leaves
    S tips 0.94 leaves
    M tips 0.88 stays
    t tip 0.8 rests`,
  'north-indian-pair': `
    low = loaded 92 ring 1 wide 0.22 tight 0.16
    high = loaded 330 ring 1.1 wide 0.14 tight 0.02
    G fingers 0.55 leaves @low
    g fingers 0.55 slides @low
    k palm 0.5 stays @low x 0.85
    K tips 0.6 stays @low
    N tip 0.94 leaves @high held
    I tip 0.6 leaves @high held x 0.7
    U fingers 0.2 leaves @high
    T fingers 0.1 stays @high x 0.9
    R tip 0.25 stays @high x 0.9
    t tip 0.8 rests @high`,
  'south-indian-barrel': `
    low = membrane 80 ring 0.6 wide 0.24 tight 0.08 back 1.5
    high = loaded 262 ring 0.9 wide 0.17
    D palm 0.3 leaves @low
    d palm 0.35 stays @low
    N tip 0.88 leaves @high held
    I tip 0.62 leaves @high held x 0.8
    T fingers 0.1 stays @high
    K tip 0.3 stays @high x 0.9
    C nail 0.95 leaves @high
    t tip 0.8 rests @high`,
  pakhawaj: `
    low = membrane 72 ring 0.5 wide 0.26 tight 0.06 back 1.5
    high = loaded 240 ring 1 wide 0.18
    G palm 0.25 leaves @low
    k palm 0.4 stays @low
    N tip 0.94 leaves @high held
    D fingers 0.4 leaves @high
    T fingers 0.15 stays @high
    R palm 0.35 stays @high x 0.9
    t tip 0.8 rests @high`,
  'bengali-clay-barrel': `
    low = loaded 86 ring 0.7 wide 0.24 tight 0.12
    high = loaded 480 ring 0.6 wide 0.11
    G fingers 0.5 leaves @low
    k palm 0.5 stays @low
    N tip 0.86 leaves @high held
    T nail 0.93 leaves @high
    R fingers 0.3 stays @high
    t tip 0.7 rests @high`,
  'clay-pot': `
    belly = clay 420 ring 0.32 air 110 0.2 0.5
    neck = clay 980 ring 0.26
    mouth = clay 190 ring 0.05 air 86 0.34 3
    B palm 0 leaves @mouth
    O fingers 0.2 leaves @belly
    N nail 0.4 leaves @neck x 0.8
    M fingers 0.25 stays @belly
    t tip 0.9 rests @neck x 0.45`,
  udu: `
    body = clay 360 ring 0.3 air 104 0.2 0.5
    neck = clay 820 ring 0.26
    hole = clay 150 ring 0.04 air 72 0.36 3
    bent = clay 150 ring 0.04 tight 0.6 air 78 0.4 3
    B palm 0 leaves @hole
    W palm 0 slides @bent
    O fingers 0.2 leaves @body
    N nail 0.4 leaves @neck x 0.8
    M fingers 0.25 stays @body
    t tip 0.9 rests @neck x 0.45`,
  bata: `
    large = membrane 188 ring 0.46 wide 0.26 tight 0.04 back 1.35
    small = membrane 420 ring 0.3 wide 0.16
    O fingers 0.72 leaves @large
    M fingers 0.7 stays @large
    T tip 0.6 rests @large
    S tips 0.7 stays @small
    s tip 0.75 rests @small`,
};
