/** Which elements a component may consist of. Everything that loads, runs or changes how a page is read is not among them. */

const words = (text: string): string[] => text.trim().split(/\s+/);

/** Elements of the HTML standard's body content, the obsolete ones that browsers still show, and SVG's drawing elements. */
const known = new Set([
  ...words(`a abbr acronym address area article aside audio b bdi bdo big blockquote br button canvas caption center cite
    code col colgroup data datalist dd del details dfn dialog dir div dl dt em fieldset figcaption figure font footer form
    h1 h2 h3 h4 h5 h6 header hgroup hr i img input ins kbd label legend li main map mark marquee menu meter nav nobr ol
    optgroup option output p picture pre progress q rp rt ruby s samp search section select slot small source span strike
    strong sub summary sup table tbody td textarea tfoot th thead time tr track tt u ul var video wbr`),
  ...words(`svg animate animatemotion animatetransform circle clippath defs desc ellipse feblend fecolormatrix
    fecomponenttransfer fecomposite feconvolvematrix fediffuselighting fedisplacementmap fedistantlight fedropshadow
    feflood fefunca fefuncb fefuncg fefuncr fegaussianblur femerge femergenode femorphology feoffset fepointlight
    fespecularlighting fespotlight fetile feturbulence filter foreignobject g image line lineargradient marker mask
    metadata mpath path pattern polygon polyline radialgradient rect set stop switch symbol text textpath title tspan use
    view`),
]);
/** Names with a hyphen that are not custom elements (HTML §4.13.3). */
const reserved = new Set(
  words(
    `annotation-xml color-profile font-face font-face-src font-face-uri font-face-format font-face-name missing-glyph`,
  ),
);

/** A valid custom element name as far as ASCII goes (HTML §4.13.3). */
const isCustom = (tag: string): boolean => /^[a-z][a-z0-9]*(-[a-z0-9]*)+$/.test(tag) && !reserved.has(tag);

/** Whether a part may be this element; upper and lower case mean the same. */
export const isAllowedTag = (tag: string): boolean => {
  const name = tag.toLowerCase();
  return known.has(name) || isCustom(name);
};
