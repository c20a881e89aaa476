/** The drawer of the glasshouse once more, as people write it with a framework; and faults that such pages have. */
import type { Component } from "../../src/core/model";
import { type BuiltTarget, bundled, pageWith } from "../agree/built";
import { drawer, type Fault, type Fixture } from "./pages";

interface ByHand {
  target: BuiltTarget;
  file: string;
  text: string;
  entry: string;
  faults: Fault[];
  /** What differs from the other pages by the framework's own doing, and has to stand in the specification. */
  doc?: Component;
}

const shared = `.scrim { position: fixed; inset: 0; z-index: 5; background: #0003 }
.drawer { position: fixed; top: 0; right: 0; bottom: 0; width: 300px; z-index: 6; background: #fff; opacity: 0; transition: opacity 200ms linear }
.drawer.is-open { opacity: 1 }
body { margin: 20px; font: 16px/1.4 sans-serif }`;

const slow: Fault = {
  what: "the fade is twice as long",
  from: "opacity 200ms",
  to: "opacity 400ms",
  shows: "drawer: opacity",
};

const react: ByHand = {
  target: "react",
  file: "Vents.tsx",
  text: `import { useEffect, useLayoutEffect, useRef, useState } from "react";

export function Vents() {
  const [isOpen, setOpen] = useState(false);
  const [isShown, setShown] = useState(false);
  const opener = useRef(null);
  const panel = useRef(null);
  const close = useRef(null);
  const wasOpen = useRef(false);
  const open = () => { setShown(true); setOpen(true); };
  const shut = () => setOpen(false);
  useLayoutEffect(() => {
    if (isOpen) {
      void panel.current.offsetWidth;
      panel.current.classList.add("is-open");
      close.current.focus();
    } else if (wasOpen.current) {
      panel.current.classList.remove("is-open");
      opener.current.focus();
      if (panel.current.getAnimations().length === 0) setShown(false);
    }
    wasOpen.current = isOpen;
  }, [isOpen]);
  useEffect(() => {
    if (!isOpen) return;
    const onKey = (e) => {
      if (e.key === "Escape") shut();
      if (e.key === "Tab") { e.preventDefault(); close.current.focus(); }
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, [isOpen]);
  return (
    <>
      <button ref={opener} className="opener" aria-expanded={isOpen} onClick={open}>Vents</button>
      {isOpen && <div className="scrim" onMouseDown={(e) => e.preventDefault()} onClick={shut} />}
      <aside
        ref={panel}
        className="drawer"
        role="dialog"
        aria-label="Vents"
        hidden={!isShown}
        onTransitionEnd={() => { if (!isOpen) setShown(false); }}
        onMouseDown={(e) => { if (!e.target.closest("button")) e.preventDefault(); }}
      >
        <p>Three vents are open.</p>
        <button ref={close} className="close" onClick={shut}>Close</button>
      </aside>
    </>
  );
}
`,
  entry: `import { createElement, StrictMode } from "react"; import { createRoot } from "react-dom/client"; import { flushSync } from "react-dom";
    import { Vents } from "./Vents.tsx"; const app = document.body.appendChild(document.createElement("div"));
    const root = createRoot(app); flushSync(() => root.render(createElement(StrictMode, null, createElement(Vents))));`,
  faults: [
    slow,
    { what: "focus is left behind", from: "opener.current.focus();", to: "", shows: "focus" },
    { what: "Escape does nothing", from: 'if (e.key === "Escape") shut();', to: "", shows: "drawer" },
    {
      what: "aria-expanded is not kept",
      from: "aria-expanded={isOpen}",
      to: "aria-expanded={false}",
      shows: "aria-expanded",
    },
    { what: "it stays in the way when it is gone", from: "if (!isOpen) setShown(false);", to: "", shows: "drawer" },
  ],
};

const vue: ByHand = {
  target: "vue",
  file: "Vents.vue",
  text: `<script setup lang="ts">
import { nextTick, ref, watch } from "vue";
const isOpen = ref(false);
const isShown = ref(false);
const isFadedIn = ref(false);
const opener = ref<HTMLElement>();
const panel = ref<HTMLElement>();
const close = ref<HTMLElement>();
watch(isOpen, async (now) => {
  if (now) isShown.value = true;
  await nextTick();
  void panel.value?.offsetWidth;
  isFadedIn.value = now;
  await nextTick();
  if (now) close.value?.focus();
  else opener.value?.focus();
  if (!now && !panel.value?.getAnimations().length) isShown.value = false;
});
function onKey(e: KeyboardEvent): void {
  if (e.key === "Escape") isOpen.value = false;
  if (e.key === "Tab") { e.preventDefault(); close.value?.focus(); }
}
watch(isOpen, (now) => (now ? document.addEventListener("keydown", onKey) : document.removeEventListener("keydown", onKey)));
</script>
<template>
  <button ref="opener" class="opener" :aria-expanded="isOpen" @click="isOpen = true">Vents</button>
  <div v-if="isOpen" class="scrim" @mousedown.prevent @click="isOpen = false" />
  <aside ref="panel" v-show="isShown" class="drawer" :class="{ 'is-open': isFadedIn }" role="dialog" aria-label="Vents"
    @transitionend="isShown = isOpen" @mousedown.self.prevent>
    <p @mousedown.prevent>Three vents are open.</p>
    <button ref="close" class="close" @click="isOpen = false">Close</button>
  </aside>
</template>
`,
  entry: `import { createApp } from "vue"; import It from "./Vents.vue"; const app = document.body.appendChild(document.createElement("div"));
    createApp(It).mount(app);`,
  faults: [
    slow,
    { what: "focus is not moved in", from: "if (now) close.value?.focus();", to: "if (now) {}", shows: "focus" },
    { what: "Escape does nothing", from: 'if (e.key === "Escape") isOpen.value = false;', to: "", shows: "drawer" },
    {
      what: "it stays in the way when it is gone",
      from: '@transitionend="isShown = isOpen" ',
      to: "",
      shows: "drawer",
    },
    {
      what: "the scrim does not close",
      from: '@mousedown.prevent @click="isOpen = false" />',
      to: "@mousedown.prevent />",
      shows: "scrim",
    },
  ],
};

/** What Svelte fades out is inert meanwhile. */
const inertOnItsWay: Component = {
  ...drawer.doc,
  looks: drawer.doc.looks.map((look) =>
    look.part === "drawer"
      ? { ...look, in: { ...look.in, closed: { ...look.in.closed, attributes: { inert: "" } } } }
      : look,
  ),
};
const svelte: ByHand = {
  target: "svelte",
  doc: inertOnItsWay,
  file: "Vents.svelte",
  text: `<script>
  import { tick } from "svelte";
  import { linear } from "svelte/easing";
  import { fade } from "svelte/transition";
  let isOpen = $state(false);
  let opener, close = $state();
  async function open() { isOpen = true; await tick(); close.focus(); }
  function shut() { isOpen = false; opener.focus(); }
  function onKey(e) {
    if (!isOpen) return;
    if (e.key === "Escape") shut();
    if (e.key === "Tab") { e.preventDefault(); close.focus(); }
  }
</script>
<svelte:document onkeydown={onKey} />
<button bind:this={opener} class="opener" aria-expanded={isOpen} onclick={open}>Vents</button>
{#if isOpen}
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
  <div class="scrim" onmousedown={(e) => e.preventDefault()} onclick={shut}></div>
{/if}
{#if isOpen}
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions, a11y_interactive_supports_focus -->
  <aside class="drawer is-open" style="transition: none" role="dialog" aria-label="Vents" transition:fade={{ duration: 200, easing: linear }}
    onmousedown={(e) => { if (!e.target.closest("button")) e.preventDefault(); }}>
    <p>Three vents are open.</p>
    <button bind:this={close} class="close" onclick={shut}>Close</button>
  </aside>
{/if}
`,
  entry: `import { mount, flushSync } from "svelte"; import It from "./Vents.svelte";
    mount(It, { target: document.body.appendChild(document.createElement("div")) }); flushSync();`,
  faults: [
    { what: "the fade is twice as long", from: "duration: 200", to: "duration: 400", shows: "drawer: opacity" },
    { what: "focus is left behind", from: "isOpen = false; opener.focus();", to: "isOpen = false;", shows: "focus" },
    { what: "Escape does nothing", from: 'if (e.key === "Escape") shut();', to: "", shows: "drawer" },
    {
      what: "it is named otherwise",
      from: 'aria-label="Vents"',
      to: 'aria-label="Ventilation"',
      shows: "drawer: name",
    },
    {
      what: "the focus can leave",
      from: 'if (e.key === "Tab") { e.preventDefault(); close.focus(); }',
      to: "",
      shows: "focus",
    },
  ],
};

const angular: ByHand = {
  target: "angular",
  file: "vents.component.ts",
  text: `import { ChangeDetectionStrategy, Component, type ElementRef, signal, viewChild } from "@angular/core";

@Component({
  selector: "app-vents",
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { "(document:keydown)": "onKey($event)" },
  template: \`
    <button #opener class="opener" [attr.aria-expanded]="isOpen()" (click)="open()">Vents</button>
    @if (isOpen()) {
      <div class="scrim" (mousedown)="$event.preventDefault()" (click)="shut()"></div>
    }
    <aside #panel class="drawer" role="dialog" aria-label="Vents" [hidden]="!isShown()" (transitionend)="gone()" (mousedown)="keep($event)">
      <p>Three vents are open.</p>
      <button #close class="close" (click)="shut()">Close</button>
    </aside>
  \`,
})
export class Vents {
  readonly isOpen = signal(false);
  readonly isShown = signal(false);
  private readonly opener = viewChild.required<ElementRef<HTMLElement>>("opener");
  private readonly panel = viewChild.required<ElementRef<HTMLElement>>("panel");
  private readonly close = viewChild.required<ElementRef<HTMLElement>>("close");

  open(): void {
    this.isOpen.set(true);
    this.isShown.set(true);
    const panel = this.panel().nativeElement;
    panel.hidden = false;
    void panel.offsetWidth;
    panel.classList.add("is-open");
    this.close().nativeElement.focus();
  }
  shut(): void {
    if (!this.isOpen()) return;
    this.isOpen.set(false);
    const panel = this.panel().nativeElement;
    panel.classList.remove("is-open");
    if (panel.getAnimations().length === 0) this.isShown.set(false);
    this.opener().nativeElement.focus();
  }
  gone(): void {
    if (!this.isOpen()) this.isShown.set(false);
  }
  keep(e: Event): void {
    if (!(e.target as Element).closest("button")) e.preventDefault();
  }
  onKey(e: KeyboardEvent): void {
    if (!this.isOpen()) return;
    if (e.key === "Escape") this.shut();
    if (e.key === "Tab") { e.preventDefault(); this.close().nativeElement.focus(); }
  }
}
`,
  entry: `import "@angular/compiler"; import { createComponent, provideZonelessChangeDetection } from "@angular/core"; import { createApplication } from "@angular/platform-browser"; import { Vents } from "./vents.component";
    const app = document.body.appendChild(document.createElement("div"));
    void createApplication({ providers: [provideZonelessChangeDetection()] }).then((it) => {
      const made = createComponent(Vents, { environmentInjector: it.injector, hostElement: app });
      it.attachView(made.hostView); it.tick();
    });`,
  faults: [
    slow,
    {
      what: "focus is left behind",
      from: "this.opener().nativeElement.focus();",
      to: "void this.opener();",
      shows: "focus",
    },
    { what: "Escape does nothing", from: 'if (e.key === "Escape") this.shut();', to: "", shows: "drawer" },
    { what: "the dialog has no role", from: ' role="dialog"', to: "", shows: "drawer: role" },
    { what: "it stays in the way when it is gone", from: '(transitionend)="gone()" ', to: "", shows: "drawer" },
  ],
};

const pageOf = async ({ target, file, entry }: ByHand, text: string, style: string): Promise<string> => {
  const { script } = await bundled(target, new Map([[file, text]]), entry);
  return pageWith(target, drawer.doc, style, script, "");
};
export interface BuiltFixture extends Omit<Fixture, "html" | "faults"> {
  html(): Promise<string>;
  faults: { what: string; shows: string; html(): Promise<string> }[];
}

export const byHand: BuiltFixture[] = [react, vue, svelte, angular].map((made) => ({
  name: made.target,
  doc: made.doc ?? drawer.doc,
  html: () => pageOf(made, made.text, shared),
  faults: made.faults.map(({ what, from, to, shows }) => ({
    what,
    shows,
    html: () => {
      const [text, style] = [made.text, shared];
      if (!text.includes(from) && !style.includes(from)) throw new Error(`${made.target} has no ${from}`);
      return pageOf(made, text.replace(from, to), style.replaceAll(from, to));
    },
  })),
}));
