import { createContext, type ReactNode, use } from 'react';
import { NavLink } from 'react-router';

export const LOG_PAGES = [
  { to: '/log', label: 'Today' },
  { to: '/log/runs', label: 'Runs' },
  { to: '/log/goals', label: 'Goals' },
  { to: '/log/load', label: 'Load' },
] as const;

/** What stands at the end of every page's head: whose log it is, and the way out with it. */
export const HeadEnd = createContext<ReactNode>(null);

/** The head of a page of the Log: its title, what is done there, and the way to the other pages. */
export function Head({
  title,
  children,
}: {
  readonly title: string;
  readonly children?: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
      <h1 className="mr-1 text-title">{title}</h1>
      {children}
      <nav aria-label="Log" className="ml-auto flex gap-4 text-base max-sm:ml-0">
        {LOG_PAGES.map(({ to, label }) => (
          <NavLink
            key={to}
            to={to}
            end={to === '/log'}
            className={({ isActive }) =>
              `border-b-[3px] pt-1.5 pb-1 ${isActive ? 'border-(--now) font-semibold' : 'border-transparent text-quiet hover:text-ink'}`
            }
          >
            {label}
          </NavLink>
        ))}
      </nav>
      {use(HeadEnd)}
    </div>
  );
}
