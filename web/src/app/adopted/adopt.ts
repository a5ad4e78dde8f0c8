/**
 * Styles that are made while the program runs stand in sheets of their own instead of in elements: the policy of the page
 * lets no element bring styles.
 */
export function adopt(css: string, root: DocumentOrShadowRoot = document): () => void {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  root.adoptedStyleSheets = [sheet, ...root.adoptedStyleSheets];
  return () => {
    root.adoptedStyleSheets = root.adoptedStyleSheets.filter((one) => one !== sheet);
  };
}
