/**
 * Makes up for what browsers keep from a page at an address without a certificate, such as another machine in the local
 * network: names for new things, drawn at random.
 */
export function makeUpForNoCertificate(): void {
  if (typeof crypto.randomUUID === 'function') return;
  crypto.randomUUID = () => {
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    // Version 4 and variant 1 of RFC 9562.
    bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x40;
    bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
    const text = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    return `${text.slice(0, 8)}-${text.slice(8, 12)}-${text.slice(12, 16)}-${text.slice(16, 20)}-${text.slice(20)}`;
  };
}
