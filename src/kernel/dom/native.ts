/** What browsers do by themselves with elements whose states a component says. */
import type { Feature } from "./page";

const operable = "a[href], button, input, label, select, textarea, [contenteditable]:not([contenteditable=false])";

export const native: Feature = {
  begin({ root, listening: { signal } }) {
    // Whether details are open is for the looks to say; what stands in a summary may be pressed all the same.
    window.addEventListener(
      "click",
      (event) => {
        const path = event.composedPath().filter((e) => e instanceof HTMLElement && root.contains(e)) as HTMLElement[];
        const pressed = path.find((e) => e.matches(`${operable}, details > summary`));
        if (pressed?.localName === "summary") event.preventDefault();
      },
      // A reaction may stop it on its way.
      { signal, capture: true },
    );
    // A form that leads nowhere would only load the page anew, and everything would begin again.
    root.addEventListener(
      "submit",
      (event) => {
        const { target: form } = event;
        if (form instanceof HTMLFormElement && !form.hasAttribute("action") && form.method !== "dialog")
          event.preventDefault();
      },
      { signal },
    );
  },
};
