/** Elements as the window and the document have them by their id or name (HTML §7.2.2.3, §3.1.7). */
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { elementOf, type Js, list, NotUnderstood } from "../../values";

/** What windows have by themselves: an element of such an id is not found by it. */
export const namesOfWindow = new Set(
  `alert atob blur btoa cancelAnimationFrame cancelIdleCallback captureEvents clearInterval clearTimeout
   clientInformation close closed confirm console createImageBitmap crossOriginIsolated crypto customElements
   devicePixelRatio document escape event external fetch find focus frameElement frames getComputedStyle getSelection
   history indexedDB innerHeight innerWidth isSecureContext length localStorage location locationbar matchMedia menubar
   moveBy moveTo name navigation navigator open opener origin originAgentCluster outerHeight outerWidth pageXOffset
   pageYOffset parent performance personalbar postMessage print prompt queueMicrotask releaseEvents reportError
   requestAnimationFrame requestIdleCallback resizeBy resizeTo scheduler screen screenLeft screenTop screenX screenY
   scroll scrollBy scrollTo scrollX scrollY scrollbars self sessionStorage setInterval setTimeout speechSynthesis status
   statusbar stop structuredClone toolbar top trustedTypes unescape visualViewport window`.split(/\s+/),
);

const found = (elements: readonly PageElement[]): Js =>
  elements.length > 1 ? list(elements.map(elementOf)) : elementOf(elements[0]);
const attribute = (r: Context, e: PageElement, name: string): string | null => r.page.attribute(e, name, r.store);
const those = (r: Context, which: (e: PageElement) => boolean): PageElement[] =>
  r.page.isYetToCome ? [] : r.page.elements.filter((e) => which(e) && r.page.isInPage(e, r.store));

/**
 * @returns null where there is none
 * @throws NotUnderstood where there is one and the window itself has something of that name
 */
export function namedInWindow(r: Context, name: string): { is: Js } | null {
  const elements = those(
    r,
    (e) =>
      attribute(r, e, "id") === name || (/^(embed|form|img|object)$/.test(e.tag) && attribute(r, e, "name") === name),
  );
  if (!elements.length) return null;
  if (namesOfWindow.has(name))
    throw new NotUnderstood(null, `${name}: the window’s own, and not the element of that name`, false, true);
  return { is: found(elements) };
}

export function namedInDocument(r: Context, name: string): { is: Js } | null {
  const elements = those(
    r,
    (e) =>
      (/^(embed|form|iframe|img|object)$/.test(e.tag) && attribute(r, e, "name") === name) ||
      ((e.tag === "object" || (e.tag === "img" && !!attribute(r, e, "name"))) && attribute(r, e, "id") === name),
  );
  return elements.length ? { is: found(elements) } : null;
}
