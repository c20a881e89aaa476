/** A window of its own for a piece of the page: same program, same stores, other place on the desk. */
import { type ReactNode, useEffect, useState } from "react";
import { createPortal } from "react-dom";

interface Props {
  title: string;
  width: number;
  height: number;
  onClose: () => void;
  /** The browser lets no window open. */
  onRefused: () => void;
  children: ReactNode;
}

export function OwnWindow({ title, width, height, onClose, onRefused, children }: Props) {
  const [body, setBody] = useState<HTMLElement | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: one window as long as this is there
  useEffect(() => {
    const own = window.open("", "", `popup,width=${width},height=${height}`);
    if (!own) {
      onRefused();
      return;
    }
    const { document: there } = own;
    const copy = (): void => {
      for (const old of there.head.querySelectorAll("style, link")) old.remove();
      for (const sheet of document.head.querySelectorAll('style, link[rel="stylesheet"]'))
        there.head.append(there.importNode(sheet, true));
      there.documentElement.dataset.theme = document.documentElement.dataset.theme;
    };
    copy();
    // Controls bring their style when they are first drawn, and the theme may change.
    const watch = new MutationObserver(copy);
    watch.observe(document.head, { childList: true });
    watch.observe(document.documentElement, { attributes: true, attributeFilter: ["data-theme"] });
    own.addEventListener("pagehide", onClose);
    const leave = (): void => own.close();
    addEventListener("pagehide", leave);
    setBody(there.body);
    return () => {
      watch.disconnect();
      own.removeEventListener("pagehide", onClose);
      removeEventListener("pagehide", leave);
      own.close();
    };
  }, []);
  useEffect(() => {
    if (body) body.ownerDocument.title = title;
  }, [body, title]);
  return body && createPortal(<div className="app own-window">{children}</div>, body);
}
