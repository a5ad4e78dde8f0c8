/** Whether two waves, or other bytes, are the same to the last bit, at once and not value by value as `toEqual` does. */
export function sameBytes(one: ArrayBufferView, other: ArrayBufferView): boolean {
  const bytes = ({ buffer, byteOffset, byteLength }: ArrayBufferView) =>
    Buffer.from(buffer, byteOffset, byteLength);
  return bytes(one).equals(bytes(other));
}
