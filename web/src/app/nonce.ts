/** The value under which this page may add styles of its own; undefined under the development server. */
export function cspNonce(): string | undefined {
  return document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce || undefined;
}
