/** The keys and the notation of the place one is in: by ? or by the word in the header. */
import { Suspense, useEffect, useState } from "react";
import { useLocation } from "react-router";
import { lazily } from "../shell/lazily";

/** True where a ? is a letter that somebody types. */
const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || target.matches("input, textarea, select"));

const HelpDrawer = lazily(() => import("./HelpDrawer"), "HelpDrawer");

export function Help() {
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState(false);
  const at = useLocation().pathname.split("/").at(-1);
  if (open && !asked) setAsked(true);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== "?" || event.ctrlKey || event.metaKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen(true);
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
  return (
    <>
      <button
        type="button"
        className="plain help-open"
        aria-label="Keys and notation"
        title="Keys and notation (?)"
        onClick={() => setOpen(true)}
      >
        ?
      </button>
      {asked && (
        <Suspense>
          <HelpDrawer at={at} open={open} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
