/** Drums played with sticks, mallets or a tipper. */
export const STICK_DRUMS: Readonly<Record<string, string>> = {
  'metal-shell-pair': `
    high = membrane 330 ring 0.4 wide 0.33 tight 0.03
    low = membrane 245 ring 0.44 wide 0.36 tight 0.03
    shell = shell 900 ring 0.16
    other = shell 800 ring 0.14
    bell = bell 660 ring 0.5
    small = bell 980 ring 0.45
    H stick 0.62 leaves @high
    L stick 0.62 leaves @low
    R shaft 0.93 leaves @high
    S stick 0.2 leaves @shell x 0.7
    s stick 0.45 leaves @other x 0.6
    B shaft 0.1 leaves @bell
    b shaft 0.1 leaves @small
    M stick 0.5 presses @low
    t fingers 0.5 rests @low`,
  'round-samba-drum': `
    skin = membrane 58 ring 0.9 wide 0.55 tight 0.08 back 1.8
    rim = bar 700 ring 0.06
    O mallet 0.35 leaves
    M mallet 0.3 stays
    h palm 0.5 rests
    R shaft 0.3 leaves @rim x 0.7`,
  'small-samba-frame-drum': `
    skin = membrane 560 ring 0.22 wide 0.15 tight 0.02
    X stick 0.45 leaves
    M stick 0.4 presses
    V shaft 0.93 leaves
    t tip 0.5 rests`,
  'stick-drum-with-bell': `
    skin = membrane 86 ring 0.6 wide 0.34 tight 0.08 back 1.4
    bell = bell 720 ring 0.5
    rim = bar 620 ring 0.06
    O mallet 0.25 leaves
    M mallet 0.25 presses
    X shaft 0.1 leaves @bell
    x shaft 0.1 stays @bell
    R shaft 0.3 leaves @rim x 0.7`,
  'tipper-frame-drum': `
    skin = membrane 124 ring 0.4 wide 0.42 tight 0.05
    open = membrane 64 ring 0.5 wide 0.42 tight 0.08
    rim = bar 1300 ring 0.05
    D tipper 0.55 leaves
    U tipper 0.66 leaves x 0.82
    T tipper 0.86 leaves
    B mallet 0.4 leaves @open
    R shaft 0.3 leaves @rim x 0.8
    M tipper 0.5 presses
    t tip 0.7 rests`,
  davul: `
    deep = membrane 62 ring 0.8 wide 0.55 tight 0.08 back 1.6
    thin = membrane 190 ring 0.3 wide 0.55
    rim = bar 620 ring 0.06
    D mallet 0.25 leaves @deep
    M mallet 0.32 presses @deep
    T switch 0.7 leaves @thin
    t switch 0.8 rests @thin x 0.32
    R shaft 0.3 leaves @rim x 0.7`,
  repinique: `
    skin = membrane 350 ring 0.36 wide 0.3 tight 0.04 back 1.3
    X stick 0.5 leaves
    R shaft 0.93 leaves
    S tips 0.6 stays
    M stick 0.45 presses
    h fingers 0.6 rests`,
  'drum-kit': `
    bass = membrane 56 ring 0.42 wide 0.5 tight 0.1 back 1.8
    snare = membrane 182 ring 0.18 wide 0.35 tight 0.05 back 1.81 wires 2600 0.75 0.15
    rim = bar 760 ring 0.06
    high = membrane 160 ring 0.5 wide 0.26 tight 0.06 back 1.4
    low = membrane 104 ring 0.6 wide 0.36 tight 0.07 back 1.4
    hat = cymbal 7200 ring 0.9
    ride = cymbal 4200 ring 1.4
    B beater 0.1 leaves @bass
    S stick 0.3 leaves @snare
    R shaft 0.2 leaves @rim x 0.8
    H stick 0.4 leaves @high
    L stick 0.3 leaves @low
    x stick 0.7 stays @hat x 0.9
    X stick 0.8 leaves @hat
    c beater 0.3 stays @hat x 0.8
    C stick 0.5 leaves @ride x 0.85`,
  'practice-pad': `
    pad = membrane 430 ring 0.07 wide 0.2
    edge = bar 980 ring 0.06
    X stick 0.4 leaves @pad
    t tip 0.4 rests @pad
    R shaft 0.3 leaves @edge`,
};
