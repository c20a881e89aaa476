/** Fields that a script has filled in: what stands in them is what it said, though no attribute says so (HTML §4.10.5.4). */

const filled = new WeakSet<HTMLInputElement>();

/** Before the page's own scripts. */
export function hearFilling(): void {
  const own = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!;
  Object.defineProperty(HTMLInputElement.prototype, "value", {
    ...own,
    set(this: HTMLInputElement, value: string) {
      own.set!.call(this, value);
      filled.add(this);
    },
  });
  // What somebody types into it is no script's any more.
  addEventListener("input", (e) => e.isTrusted && filled.delete(e.target as HTMLInputElement), true);
}

/** Its attributes, with what a script has put into it. */
export function withFilled(element: HTMLElement | null, attributes: Record<string, string>): Record<string, string> {
  if (!(element instanceof HTMLInputElement) || !filled.has(element)) return attributes;
  const isText = !/^(checkbox|radio|button|submit|reset|image|file|hidden)$/.test(element.type);
  return isText && element.value !== (attributes.value ?? "") ? { ...attributes, value: element.value } : attributes;
}
