const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit += 1) {
    value = value & 1 ? (value >>> 1) ^ 0xedb88320 : value >>> 1;
  }
  return value;
});

/** The check sum of ISO 3309 over bytes, as zip files have it. @example crc32('123456789') // 0xcbf43926 */
export function crc32(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (const byte of bytes) value = (value >>> 8) ^ (TABLE[(value ^ byte) & 255] ?? 0);
  return (value ^ 0xffffffff) >>> 0;
}
