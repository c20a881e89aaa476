/** A page that opens scrolled, as after a reload: it is, as soon as it is long enough, before its own script looks. */
export function openScrolled(top: number): void {
  if (top <= 0) return;
  const reach = (): boolean => {
    const { scrollingElement } = document;
    if (!document.body || !scrollingElement) return false;
    if (scrollingElement.scrollHeight - innerHeight < top && document.readyState === "loading") return false;
    scrollTo({ top, behavior: "instant" });
    return true;
  };
  const watch = new MutationObserver(() => {
    if (reach()) watch.disconnect();
  });
  watch.observe(document, { subtree: true, childList: true });
}
