/** What a page does wrong by its measures, and by axe, seen at one size of the screen. */
import axe from 'axe-core';
import type { Page } from 'puppeteer-core';

/**
 * Troubles of the page as it stands: it scrolls sideways, text is cut, small or squeezed into a narrow column, a target is small, what has
 * the focus lies under a bar. Links inside a sentence are as high as its lines and are no targets of their own.
 */
export const layoutTroubles = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    /** The text that a coach reads; the places' bar and marks of kind and key may be smaller. */
    const [READ, MARK, TARGET] = [16, 14, 44];
    /** A column narrower than this, px, whose text takes so many lines is squeezed by what stands beside it. */
    const [NARROW, LINES] = [112, 4];
    const troubles = new Set<string>();
    const name = (el: Element): string =>
      `<${el.tagName.toLowerCase()}${el.id ? `#${el.id}` : ''}> “${(el.getAttribute('aria-label') ?? el.textContent).trim().replace(/\s+/g, ' ').slice(0, 40)}”`;
    const rootEl = document.documentElement;
    const over = rootEl.scrollWidth - rootEl.clientWidth;
    const seen = (el: Element): boolean => {
      const box = el.getBoundingClientRect();
      return (
        box.width > 1 &&
        box.height > 1 &&
        el.checkVisibility({ visibilityProperty: true }) &&
        !el.closest('.sr-only, [inert]')
      );
    };
    /** Something around it scrolls by itself, so what lies outside can be brought in. */
    const scrolls = (el: Element): boolean => {
      for (let at: Element | null = el; at && at !== document.body; at = at.parentElement)
        if (/auto|scroll/.test(getComputedStyle(at).overflowX)) return true;
      return false;
    };
    const everything = [...document.body.querySelectorAll('*')].filter(seen);
    if (over > 1) {
      const wide = everything.filter((el) => el.getBoundingClientRect().right > rootEl.clientWidth + 1 && !scrolls(el));
      troubles.add(`scrolls sideways by ${over} px: ${wide.slice(-2).map(name).join(', ')}`);
    }
    for (const el of everything) {
      const style = getComputedStyle(el);
      const words = [...el.childNodes].filter((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== '');
      if (words.length > 0) {
        const inSvg = el instanceof SVGElement;
        const k = inSvg ? (el as SVGGraphicsElement).getScreenCTM()!.a : 1;
        const size = parseFloat(style.fontSize) * k;
        const least = el.closest('nav, kbd, .tag, sup, sub') ? MARK : READ;
        if (size < least - 0.05) troubles.add(`text of ${size.toFixed(1)} px: ${name(el)}`);
        const clips = style.overflowX === 'hidden' || style.overflowX === 'clip';
        if (!inSvg && clips && style.textOverflow !== 'ellipsis' && el.scrollWidth > el.clientWidth + 1)
          troubles.add(`cut text: ${name(el)}`);
        const range = document.createRange();
        range.setStartBefore(words[0]!);
        range.setEndAfter(words.at(-1)!);
        const text = words.length > 1 ? el.getBoundingClientRect() : range.getBoundingClientRect();
        if (!scrolls(el) && (text.right > rootEl.clientWidth + 1 || text.left < -1))
          troubles.add(`text outside the page: ${name(el)}`);
        const button = el.closest('button, a.btn, .btn');
        const lines = text.height / (parseFloat(style.lineHeight) || 1.5 * size);
        if (!inSvg && !button && !el.closest('table') && text.width < NARROW && lines > LINES - 0.5)
          troubles.add(`text squeezed to ${text.width.toFixed(0)} px, ${lines.toFixed(0)} lines: ${name(el)}`);
        if (button && !inSvg) {
          const box = button.getBoundingClientRect();
          if (text.right > box.right + 1 || text.left < box.left - 1 || text.bottom > box.bottom + 1)
            troubles.add(`text over its button’s edge: ${name(button)}`);
        }
      }
      if (
        el.matches('button, a[href], summary, select, textarea, input:not([type=hidden]), [role=switch], [role=option]')
      ) {
        const label = el.closest('label');
        const box = (
          el.matches('input[type=checkbox], input[type=radio]') && label ? label : el
        ).getBoundingClientRect();
        const inText = el.matches('a, button.link') && style.display === 'inline';
        if (!inText && !el.matches('[tabindex="-1"]') && (box.height < TARGET - 0.5 || box.width < TARGET - 0.5))
          troubles.add(`target of ${box.width.toFixed(0)} × ${box.height.toFixed(0)} px: ${name(el)}`);
      }
    }
    return [...troubles];
  });

/** Goes through everything that takes the focus, and tells what of it lies under a bar or outside the screen. */
export const hiddenWhenFocused = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const all = [
      ...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, summary, [tabindex="0"]'),
    ].filter(
      (el) =>
        !el.matches(':disabled, [tabindex="-1"]') &&
        el.checkVisibility({ visibilityProperty: true }) &&
        el.offsetParent !== null,
    );
    for (const el of all) {
      el.focus();
      if (document.activeElement !== el) continue;
      const box = el.getBoundingClientRect();
      if (box.width <= 1 || box.height <= 1) continue;
      const x = Math.min(Math.max(box.left + Math.min(box.width / 2, 20), 1), innerWidth - 2);
      // Of what is higher than the screen the middle of what shows of it.
      const whole = box.height < innerHeight * 0.6;
      const y = whole ? box.top + box.height / 2 : (Math.max(box.top, 1) + Math.min(box.bottom, innerHeight - 1)) / 2;
      const there = document.elementFromPoint(x, y);
      const own = there !== null && (el.contains(there) || there.contains(el) || there.closest('label')?.contains(el));
      if (!own)
        found.push(
          `${(el.getAttribute('aria-label') ?? el.textContent).trim().replace(/\s+/g, ' ').slice(0, 40) || el.id} at ${Math.round(box.left)},${Math.round(box.top)}`,
        );
    }
    (document.activeElement as HTMLElement | null)?.blur();
    return found;
  });

/** Rules that the colours alone decide: of the same page in dark nothing else can have changed. */
export const OF_COLOURS = ['color-contrast', 'link-in-text-block'];

const AGAINST = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * What axe finds against WCAG 2.2 A and AA. It is put into a page once and stays until the page is left: most of its time went there.
 * @param only these rules instead
 */
export async function axeFinds(page: Page, { only }: { only?: string[] } = {}): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  return page.evaluate(
    async (runOnly) => {
      const { violations } = await (window as unknown as { axe: typeof axe }).axe.run(document, {
        runOnly,
        resultTypes: ['violations'],
      });
      return violations.map(
        (v) =>
          `${v.id}: ${v.nodes
            .map((n) => n.target.join(' '))
            .slice(0, 4)
            .join(' | ')}`,
      );
    },
    only ? { type: 'rule' as const, values: only } : { type: 'tag' as const, values: AGAINST },
  );
}
