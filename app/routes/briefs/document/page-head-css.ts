/** Pages of a printed brief: what it is at the head of each, and which page at the foot. */
export function pageHeadCss(title: string): string {
  const words = "font: 9px sans-serif; color: #56606b;";
  return `@page { size: A4; margin: 18mm 16mm; @top-left { content: "${cssText(title)}"; ${words} } @bottom-right { content: counter(page) " of " counter(pages); ${words} } }`;
}

/** A text within quotes of a style: every sign that could end it stands as its number. */
function cssText(text: string): string {
  return text.replace(/[^A-Za-z0-9 ,.-]/gu, (sign) => `\\${sign.codePointAt(0)!.toString(16)} `);
}
