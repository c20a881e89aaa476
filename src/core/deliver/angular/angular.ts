/** A standalone Angular component with signals: Angular has the elements, the kernel what states make of them. */

import { allParts, isBlank } from "../../model";
import { key, literal, member, text } from "../page/code";
import { firstOf, rootAttributes } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { typeOfDatum } from "../shared/names";
import { type Language, template } from "../shared/template";
import { wrappingOf } from "../shared/wrapping";

/** Two braces begin an expression, also where they are written as references; one brace and an at sign begin a block. */
const plain = (html: string): string =>
  html.replace(/\{\{|[{}@]/g, (c) => (c === "{{" ? "{{ '{{' }}" : `&#${c.charCodeAt(0)};`));
/** White space alone would be left out, and all spaces but the no-break space would become plain ones. */
const spaced = (html: string): string =>
  isBlank(html) ? "&ngsp;" : html.replace(/[^\S \t\n\f\r\u00a0]+/g, (spaces) => `{{ '${spaces}' }}`);

const language: Language = {
  text: (html) => spaced(plain(html)),
  attribute: plain,
  // With an expression in it, it is an attribute only by this prefix.
  name: (name, value) => (value.includes("{{") ? `attr.${name}` : name),
  slot: (name, usual) => `<ng-content${name && ` select="[slot=${name}]"`}>${usual}</ng-content>`,
};

const taken =
  "class mount mounted ngAfterContentChecked ngAfterContentInit ngAfterViewChecked ngAfterViewInit ngDoCheck ngOnChanges ngOnDestroy ngOnInit requests root send state style".split(
    " ",
  );

export const angularTarget: Target = (doc, proof) => {
  const made = wrappingOf(doc, proof, { taken, along: (name) => [`${name}Change`] });
  if (!made.ok) return made;
  const { program, names, files, properties, asks, notes } = made.wrapping;
  const hasOwnElements = allParts(doc).some(({ part }) => part.tag.includes("-"));
  const core = [
    "afterNextRender",
    "ChangeDetectionStrategy",
    "Component",
    ...(hasOwnElements ? ["CUSTOM_ELEMENTS_SCHEMA"] : []),
    "DestroyRef",
    "type ElementRef",
    ...(properties.length ? ["effect"] : []),
    "inject",
    ...(asks ? ["input"] : []),
    ...(properties.length ? ["model"] : []),
    "output",
    "viewChild",
    "ViewEncapsulation",
  ];
  const html = `    <div #root class="${names.kebab}"${plain(rootAttributes(firstOf(program)))}>
${template(initialParts(program, markedParts(doc)), language, "      ")}
    </div>`;
  const component = `import { ${core.join(", ")} } from "@angular/core";
import { type Mounted, mount, ${asks ? "type Requests, " : ""}type State } from "./${names.kebab}.js";

@Component({
  selector: ${text(names.element)},
  styleUrl: "./${names.kebab}.css",
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
${hasOwnElements ? "  schemas: [CUSTOM_ELEMENTS_SCHEMA],\n" : ""}  template: ${literal(`\n${html}\n  `)},
})
export class ${names.pascal} {
${properties.map((p) => `  readonly ${p.name} = model<${typeOfDatum(p.datum)}>();\n`).join("")}${asks ? "  readonly requests = input<Requests>();\n" : ""}  /** The active states, outer before inner, after each change. */
  readonly state = output<readonly State[]>();

  private readonly root = viewChild.required<ElementRef<HTMLElement>>("root");
  private mounted?: Mounted;

  constructor() {
    afterNextRender(() => {
      this.mounted = mount(this.root().nativeElement, {
${properties.length ? `        data: { ${properties.map((p) => `${key(p.datum.name)}: this.${p.name}()`).join(", ")} },\n` : ""}${asks ? "        requests: this.requests(),\n" : ""}        onState: (state) => this.state.emit(state),
${properties.length ? `        onData: (data) => {\n${properties.map((p) => `          this.${p.name}.set(${member("data", p.datum.name)});`).join("\n")}\n        },\n` : ""}      });
    });
${properties
  .map(
    (p) => `    effect(() => {
      const value = this.${p.name}();
      if (value !== undefined) this.mounted?.set(${text(p.datum.name)}, value);
    });
`,
  )
  .join("")}    inject(DestroyRef).onDestroy(() => this.mounted?.unmount());
  }

  /** Sends an event of the component's own. */
  send(event: string) {
    this.mounted?.send(event);
  }
}
`;
  return { ok: true, files: [{ path: `${names.kebab}.component.ts`, text: component }, ...files], notes };
};
