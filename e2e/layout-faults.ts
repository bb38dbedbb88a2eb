import type { Page } from "@playwright/test";

/** What is wrong with the layout of the page in view, a line each; empty when nothing is. */
export async function layoutFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const found: string[] = [];
    const main = document.querySelector("#screen")!;
    const isShown = (element: Element) => element.checkVisibility({ visibilityProperty: true, opacityProperty: true });
    const textOf = (element: Element) => element.textContent.trim().replace(/\s+/g, " ").slice(0, 40);
    const nameOf = (element: Element) => element.getAttribute("aria-label") ?? (textOf(element) || element.tagName.toLowerCase());

    // The document and the frame stand still; only the screen scrolls, and only downward.
    const root = document.scrollingElement!;
    if (root.scrollHeight > innerHeight || root.scrollWidth > innerWidth)
      found.push(`the document scrolls: ${root.scrollWidth}x${root.scrollHeight} in ${innerWidth}x${innerHeight}`);
    for (const box of document.querySelectorAll("body *")) {
      const { overflowX, overflowY, position } = getComputedStyle(box);
      const isHidden = (overflow: string) => overflow === "hidden" || overflow === "clip";
      // What is hidden but could be scrolled by a key or a wheel moves the frame.
      if (box.contains(main) && isHidden(overflowY) && box.scrollHeight > box.clientHeight + 1)
        found.push(`the frame scrolls by ${box.scrollHeight - box.clientHeight} px`);
      if (position === "absolute" && !main.contains(box) && isShown(box) && box.getBoundingClientRect().bottom > innerHeight + 1)
        found.push(`outside the window: ${nameOf(box)}`);
      if ((overflowX === "auto" || overflowX === "scroll") && box.scrollWidth > box.clientWidth + 1 && isShown(box))
        found.push(`cut at the right by ${box.scrollWidth - box.clientWidth} px: ${nameOf(box.querySelector("caption") ?? box)}`);
    }
    if (main.scrollWidth > main.clientWidth) found.push(`the screen is cut by ${main.scrollWidth - main.clientWidth} px`);

    // A reading is read at a glance: three lines at the size that screens are made for.
    const reading = main.querySelector("h1");
    const lines = reading
      ? Math.round(reading.getBoundingClientRect().height / parseFloat(getComputedStyle(reading).lineHeight))
      : 0;
    if (innerWidth >= 1280 && lines > 3) found.push(`the reading has ${lines} lines: ${textOf(reading!)}`);

    // Text ends where it is seen to end: inside its box, or with an ellipsis.
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement!;
      if (node.textContent!.trim() === "" || !isShown(parent) || parent.closest(".sr-only, svg, script, style, option")) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      let isEnded = false;
      for (const rect of range.getClientRects()) {
        for (let box: Element | null = parent; box && box !== document.body; box = box.parentElement) {
          const style = getComputedStyle(box);
          if (style.overflowX === "visible" || rect.width === 0) continue;
          const { left, right } = box.getBoundingClientRect();
          if (style.textOverflow === "ellipsis") isEnded = true;
          if (style.textOverflow !== "ellipsis" && style.overflowX !== "auto" && (rect.right > right + 1 || rect.left < left - 1))
            found.push(`cut without a sign: ${textOf(parent)}`);
          break;
        }
        if (!isEnded && rect.right > innerWidth + 1) found.push(`outside the window: ${textOf(parent)}`);
      }
    }

    // No label lies on another: in drawings, and on canvas by the chart's own boxes.
    interface Label {
      readonly text: string;
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
    const overlapping = (labels: readonly Label[], where: string) => {
      labels.forEach((a, i) => {
        for (const b of labels.slice(i + 1)) {
          const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
          const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
          if (across > 1.5 && down > 1) found.push(`labels lie on each other in ${where}: "${a.text}" and "${b.text}"`);
        }
      });
    };
    for (const svg of document.querySelectorAll("svg")) {
      if (!isShown(svg)) continue;
      const labels = [...svg.querySelectorAll("text")].filter((text) => isShown(text) && textOf(text) !== "");
      overlapping(
        labels.map((text) => {
          const { x, y, width, height } = text.getBoundingClientRect();
          // A line of letters is less high than its box.
          return { text: textOf(text), x, y: y + height / 6, width, height: (height * 2) / 3 };
        }),
        nameOf(svg.closest("[aria-label]") ?? svg),
      );
      const frame = svg.getBoundingClientRect();
      for (const text of labels) {
        const { left, right, top, bottom } = text.getBoundingClientRect();
        if (left < frame.left - 2 || right > frame.right + 2 || top < frame.top - 3 || bottom > frame.bottom + 3)
          found.push(`a label is cut at the edge of its drawing: ${textOf(text)}`);
      }
    }
    for (const picture of document.querySelectorAll<HTMLElement & { textBoxes?: () => Label[] }>("[data-drawn=true] > div")) {
      const labels = picture.textBoxes?.() ?? [];
      const where = nameOf(picture.parentElement!).slice(0, 50);
      overlapping(labels, where);
      for (const l of labels)
        if (l.x < -1 || l.y < -3 || l.x + l.width > picture.clientWidth + 1 || l.y + l.height > picture.clientHeight + 3)
          found.push(`a label is cut at the edge of ${where}: ${l.text}`);
    }

    // What is pressed is 24 px large, or stands so far from others (WCAG 2.5.8), or in a line of text.
    const targets = [
      ...document.querySelectorAll<HTMLElement>("a[href], button, input, select, summary, [role=slider], [role=menuitemradio]"),
    ].filter(
      (t) =>
        isShown(t) &&
        !t.closest(".sr-only") &&
        t.getBoundingClientRect().width > 0 &&
        getComputedStyle(t).pointerEvents !== "none",
    );
    const inLine = (t: HTMLElement) =>
      getComputedStyle(t).display.startsWith("inline") &&
      t.closest("p, li, h1, h2, dd") !== null &&
      textOf(t.closest("p, li, h1, h2, dd")!) !== textOf(t);
    // What is scrolled out of sight is not there to be pressed.
    const inSight = (t: HTMLElement) => {
      const rect = t.getBoundingClientRect();
      for (let box = t.parentElement; box; box = box.parentElement) {
        if (getComputedStyle(box).overflowY === "visible") continue;
        const seen = box.getBoundingClientRect();
        if (rect.top + rect.height / 2 < seen.top || rect.top + rect.height / 2 > seen.bottom) return false;
      }
      return true;
    };
    const placed = targets.filter((t) => !inLine(t) && inSight(t)).map((t) => ({ t, rect: t.getBoundingClientRect() }));
    const small = placed.filter(({ rect }) => rect.width < 23.5 || rect.height < 23.5);
    const centre = (rect: DOMRect) => ({ x: rect.x + rect.width / 2, y: rect.y + rect.height / 2 });
    for (const { t, rect } of small) {
      const { x, y } = centre(rect);
      const near = placed.find((other) => {
        if (other.t === t || other.t.contains(t) || t.contains(other.t)) return false;
        const dx = Math.max(other.rect.left - x, x - other.rect.right, 0);
        const dy = Math.max(other.rect.top - y, y - other.rect.bottom, 0);
        if (Math.hypot(dx, dy) < 11.5) return true;
        const otherSmall = other.rect.width < 23.5 || other.rect.height < 23.5;
        const c = centre(other.rect);
        return otherSmall && Math.hypot(c.x - x, c.y - y) < 23.5;
      });
      if (near)
        found.push(
          `too small to press: ${nameOf(t)} (${Math.round(rect.width)}x${Math.round(rect.height)}, beside ${nameOf(near.t)})`,
        );
    }
    return [...new Set(found)];
  });
}
