/** What is wrong with what was typed, in a sentence beside it; nothing where all is well. */
export function Problem({ text }: { readonly text: string | undefined }) {
  return text ? (
    <p role="alert" className="text-warn">
      {text}
    </p>
  ) : null;
}
