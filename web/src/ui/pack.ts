/**
 * Puts pieces into rows in their order: as few rows as can be, and those as even as can be.
 * @param pieces lengths, in whole numbers
 * @param fits what a row holds; a longer piece has a row to itself
 * @returns the index of the first piece of each row
 */
export function packEvenly(pieces: readonly number[], fits: number): readonly number[] {
  const rows = pack(pieces, fits).length;
  // The least length of a row with which they are still as few.
  let least = Math.max(...pieces, 1) - 1;
  let enough = Math.max(Math.floor(fits), least + 1);
  while (enough - least > 1) {
    const middle = Math.floor((least + enough) / 2);
    if (pack(pieces, middle).length <= rows) enough = middle;
    else least = middle;
  }
  return pack(pieces, enough);
}

/** Fills rows one after the other, each with as many pieces as fit. */
function pack(pieces: readonly number[], fits: number): readonly number[] {
  const firsts: number[] = [];
  let room = 0;
  pieces.forEach((piece, index) => {
    if (index === 0 || piece > room) {
      firsts.push(index);
      room = fits;
    }
    room -= piece;
  });
  return firsts;
}
