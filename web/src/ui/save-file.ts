/** Gives a file to the player. */
export function saveFile(content: Blob | string, name: string, type = 'text/plain'): void {
  const blob = typeof content === 'string' ? new Blob([content], { type }) : content;
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name that every file system takes. `Lantern steps` gives `lantern-steps`. */
export function fileName(name: string): string {
  const safe = name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '');
  return safe.slice(0, 60) || 'rhythm';
}
