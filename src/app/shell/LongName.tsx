/** A name that breaks between its words where it has no room: at humps, digits, underscores and hyphens. */
import { Fragment } from "react";

const words = /(?<=\p{Ll})(?=\p{Lu})|(?<=\p{Lu})(?=\p{Lu}\p{Ll})|(?<=[_-])(?=.)|(?<=\p{L})(?=\d)/u;

export function LongName({ text }: { text: string }) {
  return text.split(words).map((word, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the words of a name have no other key
    <Fragment key={i}>
      {i > 0 && <wbr />}
      {word}
    </Fragment>
  ));
}
