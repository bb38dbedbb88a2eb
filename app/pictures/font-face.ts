/**
 * A typeface within a file that stands alone.
 * @param source its file as an address of data
 */
export const fontFace = (family: string, source: string, style = "normal") =>
  `@font-face { font-family: "${family}"; font-style: ${style}; font-weight: 200 900; src: url(${source}) format("woff2"); }`;
