/** The key that does what a button does. */
export function Key({ children }: { readonly children: string }) {
  return (
    <kbd className="rounded-md border border-current px-1.5 font-mono text-sm">{children}</kbd>
  );
}
