/** Shadow trees: what is listened for on the document does not come out of them (DOM §2.9, events that are not composed). */

const met = new WeakSet<ShadowRoot>();
const listeners: ((root: ShadowRoot) => void)[] = [];

/** Calls back once with every shadow root of the page; with what a script opens, before anything is in it. */
export function onShadowRoot(then: (root: ShadowRoot) => void): void {
  if (listeners.length === 0) hearOpening();
  listeners.push(then);
}

/** What the markup declares is met when it is first come across. */
export function meet(root: ShadowRoot): void {
  if (met.has(root)) return;
  met.add(root);
  for (const then of listeners) then(root);
}

function hearOpening(): void {
  const { attachShadow } = Element.prototype;
  Element.prototype.attachShadow = function open(...how) {
    const root = attachShadow.apply(this, how);
    meet(root);
    return root;
  };
}
