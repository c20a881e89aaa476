/** What elements have by themselves in browsers: under any other name a property is the script's own (HTML §3.2.2, DOM §4.9). */
const words = (text: string): Set<string> => new Set(text.trim().split(/\s+/));

const ofAll = words(`
  accessKey addEventListener after animate append appendChild assignedSlot attachInternals attachShadow attributes autocapitalize autofocus baseURI
  before blur checkVisibility childElementCount childNodes children classList className click clientHeight clientLeft
  clientTop clientWidth cloneNode closest compareDocumentPosition contains contentEditable dataset dir dispatchEvent draggable
  enterKeyHint firstChild firstElementChild focus getAnimations getAttribute getAttributeNames getBoundingClientRect getClientRects
  getElementsByClassName getElementsByTagName getHTML getRootNode hasAttribute hasAttributes hasChildNodes hasPointerCapture hidden hidePopover id inert
  innerHTML innerText inputMode insertAdjacentElement insertAdjacentHTML insertAdjacentText insertBefore isConnected
  isContentEditable isEqualNode isSameNode lang lastChild lastElementChild localName matches namespaceURI
  nextElementSibling nextSibling nodeName nodeType nodeValue nonce normalize offsetHeight offsetLeft offsetParent
  offsetTop offsetWidth outerHTML outerText ownerDocument parentElement parentNode part popover prepend
  previousElementSibling previousSibling querySelector querySelectorAll releasePointerCapture remove removeAttribute removeChild removeEventListener replaceChild replaceChildren
  replaceWith requestFullscreen requestPointerLock role scroll scrollBy scrollHeight scrollIntoView scrollLeft scrollTo
  scrollTop scrollWidth setAttribute setPointerCapture shadowRoot showPopover slot spellcheck style tabIndex tagName textContent title toggleAttribute togglePopover
  translate`);

const links = "a area";
const media = "audio video";
const checked = "button fieldset input object output select textarea";
/** Of these elements alone. */
const ofSome: Readonly<Record<string, ReadonlySet<string>>> = Object.fromEntries(
  Object.entries({
    action: "form",
    alt: "area img input",
    autocomplete: "form input select textarea",
    caption: "table",
    cellIndex: "td th",
    cells: "tr",
    checked: "input",
    checkValidity: `${checked} form`,
    close: "dialog",
    control: "label",
    currentTime: media,
    defaultChecked: "input",
    defaultValue: "input output textarea",
    disabled: "button fieldset input link optgroup option select style textarea",
    duration: media,
    elements: "fieldset form",
    files: "input",
    form: "button fieldset input label legend object option output select textarea",
    hash: links,
    height: "canvas embed iframe img input object source td th video",
    high: "meter",
    host: links,
    hostname: links,
    href: "a area base link",
    htmlFor: "label output script template",
    indeterminate: "input",
    index: "option",
    label: "optgroup option track",
    labels: "button input meter output progress select textarea",
    length: "form select",
    list: "input",
    load: media,
    low: "meter",
    max: "input meter progress",
    maxLength: "input textarea",
    method: "form",
    min: "input meter",
    minLength: "input textarea",
    multiple: "input select",
    muted: media,
    name: "a button details embed fieldset form iframe img input map meta object output select slot textarea",
    noValidate: "form",
    open: "details dialog",
    optimum: "meter",
    options: "datalist select",
    pathname: links,
    pattern: "input",
    pause: media,
    paused: media,
    placeholder: "input textarea",
    play: media,
    position: "progress",
    protocol: links,
    readOnly: "input textarea",
    reportValidity: `${checked} form`,
    requestClose: "dialog",
    requestSubmit: "form",
    required: "input select textarea",
    reset: "form",
    returnValue: "dialog",
    rowIndex: "tr",
    rows: "table tbody textarea tfoot thead",
    search: links,
    sectionRowIndex: "tr",
    select: "input textarea",
    selected: "option",
    selectedIndex: "select",
    selectedOptions: "select",
    setCustomValidity: checked,
    show: "dialog",
    showModal: "dialog",
    showPicker: "input select",
    src: "audio embed iframe img input script source track video",
    step: "input",
    stepDown: "input",
    stepUp: "input",
    submit: "form",
    target: "a area base form link",
    text: "a body option script title",
    tBodies: "table",
    tFoot: "table",
    tHead: "table",
    type: "a button embed fieldset input li link object ol output script select source style textarea ul",
    validationMessage: checked,
    validity: checked,
    value: "button data input li meter option output progress select textarea",
    valueAsDate: "input",
    valueAsNumber: "input",
    volume: media,
    width: "canvas col colgroup embed hr iframe img input object pre source table td th video",
    willValidate: checked,
  }).map(([name, tags]) => [name, words(tags)]),
);

/** Events that elements have a property for, after `on` (HTML §8.1.8.2). */
const events = words(`
  abort animationcancel animationend animationiteration animationstart auxclick beforeinput beforematch beforetoggle blur
  cancel canplay canplaythrough change click close command contextmenu copy cut dblclick drag dragend dragenter dragleave
  dragover dragstart drop durationchange ended error focus formdata fullscreenchange gotpointercapture input invalid
  keydown keypress keyup load loadeddata loadedmetadata lostpointercapture mousedown mouseenter mouseleave mousemove
  mouseout mouseover mouseup paste pause play playing pointercancel pointerdown pointerenter pointerleave pointermove
  pointerout pointerover pointerup progress ratechange reset resize scroll scrollend seeked seeking select
  selectionchange selectstart slotchange submit suspend timeupdate toggle transitioncancel transitionend transitionrun
  transitionstart volumechange waiting wheel`);
const ofWindow = words(`
  afterprint beforeprint beforeunload hashchange languagechange message offline online pagehide pageshow popstate
  readystatechange storage unload visibilitychange`);

/** All of them. */
export const knownProperties: readonly string[] = [
  ...ofAll,
  ...Object.keys(ofSome),
  ...[...events].map((e) => `on${e}`),
];

/** Whether a browser calls what stands in this property. @param around of the window or the document */
export const isHandler = (name: string, around = false): boolean =>
  name.startsWith("on") && (events.has(name.slice(2)) || (around && ofWindow.has(name.slice(2))));

/** @param tag null for whether any element has it */
export function isOfBrowser(tag: string | null, name: string): boolean {
  const some = Object.hasOwn(ofSome, name) ? ofSome[name] : null;
  if (some) return tag === null || some.has(tag);
  return ofAll.has(name) || /^aria[A-Z]/.test(name) || isHandler(name);
}
