import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** A sentence that must not be missed, with what to do about it. */
export function Notice({
  children,
  actions,
}: {
  readonly children: ReactNode;
  readonly actions?: ReactNode;
}) {
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 rounded-xl border border-warn bg-card px-4 py-3"
    >
      <TriangleAlert aria-hidden size={18} className="shrink-0 text-warn" />
      <div className="min-w-0 flex-1 basis-60">{children}</div>
      {actions}
    </div>
  );
}
