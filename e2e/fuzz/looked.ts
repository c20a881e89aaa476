/** What a delivered page runs, and where it leads, as the browser sees it. */
import type { Page } from "puppeteer-core";

/** In the page: what ran, what could, and what the parser made of the file. */
export async function look() {
  document.querySelector<HTMLElement>("[data-part], button, a, form")?.focus();
  for (const button of document.querySelectorAll("button")) if (!button.form) button.click();
  await new Promise((done) => setTimeout(done));
  const all = [...document.querySelectorAll("*")];
  const names = all.flatMap((e) => e.getAttributeNames());
  // Where links and forms lead, as the browser's own parser of addresses reads it.
  const leads = all.flatMap((e) => {
    const a = e as { href?: string | SVGAnimatedString };
    const own = typeof a.href === "object" ? [a.href.baseVal, a.href.animVal] : [];
    return [...own, ...["href", "action", "formaction", "src"].map((n) => e.getAttribute(n) ?? "")].filter(Boolean);
  });
  const schemes = leads.flatMap((to) =>
    URL.canParse(to, "http://page.test/") ? [new URL(to, "http://page.test/").protocol] : [],
  );
  return {
    ran: (window as unknown as { ran?: number }).ran !== undefined,
    handlers: names.some((n) => /^on/i.test(n)),
    schemes: schemes.filter((s) => !/^(https?|mailto|tel|sms):$/.test(s)),
    scripts: document.scripts.length,
    styles: document.querySelectorAll("style").length,
    living: document.querySelectorAll("[data-states]").length,
  };
}
export type Looked = Awaited<ReturnType<typeof look>>;

/**
 * Opens pages one after the other in one tab.
 * @param says whether an error in the page is what its component says by itself
 * @param fresh pages may have a policy, which would go on in the next
 * @returns what was wrong, by the name of the page
 */
export async function lookAt(
  page: Page,
  pages: AsyncIterable<{ of: string; html: string }> | Iterable<{ of: string; html: string }>,
  fault: (looked: Looked, of: string) => boolean,
  says: (of: string, message: string) => boolean,
  fresh = false,
): Promise<string[]> {
  const wrong: string[] = [];
  let of = "";
  page.on("pageerror", (e) => {
    if (!says(of, (e as Error).message)) wrong.push(`${of}: ${(e as Error).message}`);
  });
  page.on("dialog", (d) => void d.dismiss().then(() => wrong.push(`${of}: a dialog`)));
  for await (const { of: name, html } of pages) {
    of = name;
    if (fresh) await page.goto("about:blank");
    await page.setContent(html, { waitUntil: "domcontentloaded" });
    const looked = await page.evaluate(look);
    if (fault(looked, name)) wrong.push(`${name}: ${JSON.stringify(looked)}`);
  }
  return wrong;
}
