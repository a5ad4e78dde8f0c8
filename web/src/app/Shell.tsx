import { CircleQuestionMark, Moon, Search, Sun, SunMoon, Volume2 } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { hurryToKeep, somethingIsAtStake } from '../store/at-stake.ts';
import { Boundary } from '../ui/Boundary.tsx';
import { LiveRegion } from '../ui/live.tsx';
import { toast } from '../ui/toasts.ts';
import { isBehindModal, useKeys } from '../ui/use-keys.ts';
import { focusIsLost, focusScreen } from './focus.ts';
import { KEYS } from './keys.ts';
import { PLACES } from './places.tsx';
import { applyTheme, THEMES, useTheme } from './theme.ts';
import { tourWasShown } from './tour-shown.ts';

const loadPalette = async () => (await import('./Palette.tsx')).default;
type PaletteComponent = Awaited<ReturnType<typeof loadPalette>>;
/** What is said waits until it is there, which is a moment after the page. */
const Toasts = lazy(() => import('../ui/Toasts.tsx'));
const Help = lazy(() => import('./Help.tsx'));
const SoundPanel = lazy(() => import('../audio/SoundPanel.tsx'));
const UnkeptBar = lazy(() => import('./UnkeptBar.tsx'));
const NewVersion = lazy(() => import('./NewVersion.tsx'));
const Arrivals = lazy(() => import('../bring/Arrivals.tsx'));
const Tour = lazy(async () => ({ default: (await import('./Tour.tsx')).Tour }));

/** Where something failed that nobody answers for. */
const STUMBLED =
  'Something did not work, and nothing was lost. Try it again; if it fails again, reload the page.';

const THEME_ICONS = { system: SunMoon, light: Sun, dark: Moon } as const;

/** The bar at the top and the screen under it. */
export function Shell() {
  const { pathname, search } = useLocation();
  const navigate = useNavigate();
  const [finding, setFinding] = useState(false);
  /** Not a lazy one: what waited behind a fallback is shown a third of a second late. */
  const [Palette, setPalette] = useState<PaletteComponent>();
  /** Where the page of keys and words is open: the word it begins at, or none. */
  const [helping, setHelping] = useState<{ readonly word?: string | undefined }>();
  const [sounding, setSounding] = useState(false);
  const [touring, setTouring] = useState(() => !tourWasShown());
  useEffect(() => {
    // Ctrl K is answered at once; what it needs is fetched when nothing else is to be done.
    const timer = setTimeout(
      () => {
        loadPalette().then(
          (loaded) => setPalette(() => loaded),
          () => finding && toast(STUMBLED),
        );
      },
      finding ? 0 : 1000,
    );
    return () => clearTimeout(timer);
  }, [finding]);
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      hurryToKeep();
      if (somethingIsAtStake()) event.preventDefault();
    };
    const failed = () => toast(STUMBLED);
    window.addEventListener('beforeunload', ask);
    // A page that is put away is not painted any more, and may never come back.
    document.addEventListener('visibilitychange', hurryToKeep);
    window.addEventListener('unhandledrejection', failed);
    return () => {
      window.removeEventListener('beforeunload', ask);
      document.removeEventListener('visibilitychange', hurryToKeep);
      window.removeEventListener('unhandledrejection', failed);
    };
  }, []);
  // After a change of place the focus goes to the screen, unless something there has taken it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new place is what it is about
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      if (focusIsLost() && !isBehindModal()) focusScreen();
    });
    return () => cancelAnimationFrame(frame);
  }, [pathname]);
  useKeys(KEYS.find.keys, () => setFinding(true), { inFields: true });
  // It closes itself once it is here; before, while it is fetched, it is not to come after all.
  useKeys(KEYS.stop.keys, () => setFinding(false), {
    inFields: true,
    enabled: finding && !Palette,
  });
  useKeys(KEYS.help.keys, () => setHelping({}));
  return (
    <div className="flex min-h-screen flex-col print:min-h-0">
      <a
        href="#screen"
        className="absolute -top-20 left-2 z-20 rounded-lg bg-card px-3 py-2 focus:top-2"
      >
        Skip to the screen
      </a>
      <header className="isolate print:hidden flex min-h-[54px] shrink-0 flex-wrap items-center gap-x-5 bg-bar px-[22px] text-on-bar max-sm:min-h-[38px] max-sm:flex-nowrap max-sm:gap-x-0 max-sm:px-2">
        <span className="font-title text-lg font-bold whitespace-nowrap max-sm:sr-only">
          Humble Stride
        </span>
        <nav
          aria-label="Places"
          className="flex min-w-0 gap-5 text-base max-sm:gap-1 max-sm:overflow-x-auto max-sm:text-[13px]"
        >
          {PLACES.filter(({ aside }) => !aside).map((place) => (
            <NavLink
              key={place.path}
              to={place.path}
              end={place.path === '/'}
              className={({ isActive }) =>
                `border-b-[3px] pt-1 pb-0.5 ${isActive ? 'border-mark text-on-bar' : 'border-transparent text-on-bar-quiet hover:text-on-bar'}`
              }
            >
              {place.label}
            </NavLink>
          ))}
        </nav>
        <span className="ml-auto flex items-center gap-1 xl:gap-2 max-sm:gap-0">
          <button
            type="button"
            title="Find anything (Ctrl K)"
            className="flex h-10 items-center gap-2 rounded-lg px-2 max-sm:h-7 max-sm:w-6 max-sm:justify-center max-sm:px-0 text-on-bar-quiet hover:text-on-bar"
            onClick={() => setFinding(true)}
          >
            <Search aria-hidden size={18} />
            <span className="whitespace-nowrap max-lg:sr-only">Find anything</span>
            <kbd className="font-text text-sm max-lg:hidden">Ctrl K</kbd>
          </button>
          <button
            type="button"
            aria-label="Sound"
            title="Sound: room, click, voice"
            className="flex size-10 items-center justify-center rounded-lg text-on-bar-quiet hover:text-on-bar max-sm:h-7 max-sm:w-6"
            onClick={() => setSounding(true)}
          >
            <Volume2 aria-hidden size={20} />
          </button>
          <button
            type="button"
            aria-label="Keys and words"
            title="Keys and words (?)"
            className="flex size-10 items-center justify-center rounded-lg text-on-bar-quiet hover:text-on-bar max-sm:h-7 max-sm:w-6"
            onClick={() => setHelping({})}
          >
            <CircleQuestionMark aria-hidden size={20} />
          </button>
          <ThemeButton />
        </span>
      </header>
      <main id="screen" className="outline-none flex min-w-0 flex-1 flex-col" tabIndex={-1}>
        <Suspense>
          <UnkeptBar />
          <NewVersion />
          <Arrivals />
        </Suspense>
        <Suspense fallback={<p className="p-6 text-quiet">Opening …</p>}>
          <Outlet />
        </Suspense>
      </main>
      <Suspense>
        {finding && Palette ? (
          <Palette
            open
            onOpenChange={setFinding}
            onHelp={(word) => setHelping({ word })}
            onSound={() => setSounding(true)}
            onTour={() => {
              setTouring(true);
              navigate('/');
            }}
          />
        ) : null}
        {sounding ? <SoundPanel open onOpenChange={setSounding} /> : null}
        {helping ? (
          <Help open word={helping.word} onOpenChange={(open) => !open && setHelping(undefined)} />
        ) : null}
      </Suspense>
      <Suspense>
        {touring && pathname === '/' && !new URLSearchParams(search).has('new') ? (
          <Tour onClose={() => setTouring(false)} />
        ) : null}
      </Suspense>
      <LiveRegion />
      <Boundary fallback={null}>
        <Suspense>
          <Toasts />
        </Suspense>
      </Boundary>
    </div>
  );
}

function ThemeButton() {
  const theme = useTheme();
  const next = THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length] ?? 'system';
  const Icon = THEME_ICONS[theme];
  return (
    <button
      type="button"
      className="flex size-10 items-center justify-center rounded-lg text-on-bar-quiet hover:text-on-bar max-sm:h-7 max-sm:w-6"
      aria-label={`Theme: ${theme}. Change to ${next}.`}
      title={`Theme: ${theme}`}
      onClick={() => applyTheme(next)}
    >
      <Icon aria-hidden size={20} />
    </button>
  );
}
