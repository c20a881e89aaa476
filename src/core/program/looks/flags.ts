/** Attributes that HTML reads as a way to be, and those on which it depends who gets the focus and what is exposed. */
import type { ConditionalLook, Look } from "../../model";

/**
 * A look that sets `hidden`, `inert` or `disabled` as attributes says what the words say; their values mean nothing (HTML
 * §2.3.2). The word goes before the attribute where a look says both.
 */
export function withFlags<T extends Look | ConditionalLook>(look: T): T {
  if (!look.attributes) return look;
  const { hidden, inert, disabled, ...attributes } = look.attributes;
  if (hidden === undefined && inert === undefined && disabled === undefined) return look;
  return {
    ...(hidden === undefined ? {} : { as: hidden === null ? "shown" : "not displayed" }),
    ...(inert === undefined ? {} : { inert: inert !== null }),
    ...(disabled === undefined ? {} : { disabled: disabled !== null }),
    ...look,
    attributes,
  };
}

const deciding = new Set(["tabindex", "href", "controls", "contenteditable", "aria-hidden"]);
/** Whether the focus, the Tab order or the accessibility tree depend on the attribute's value. */
export const decides = (attribute: string): boolean => deciding.has(attribute);
