/** Each with `on` before it is a handler (HTML §8.1.8.2, and what engines have of their own). */
const handlers =
  `abort animationcancel animationend animationiteration animationstart auxclick beforecopy beforecut beforeinput
  beforematch beforepaste beforetoggle beforexrselect blur cancel canplay canplaythrough change click close command
  contentvisibilityautostatechange contextlost contextmenu contextrestored copy cuechange cut dblclick drag dragend
  dragenter dragexit dragleave dragover dragstart drop durationchange emptied ended error focus formdata
  fullscreenchange fullscreenerror gotpointercapture input invalid keydown keypress keyup load loadeddata
  loadedmetadata loadstart lostpointercapture mousedown mouseenter mouseleave mousemove mouseout mouseover mouseup
  mousewheel mozfullscreenchange mozfullscreenerror paste pause play playing pointercancel pointerdown pointerenter
  pointerleave pointermove pointerout pointerover pointerup progress ratechange reset resize scroll scrollend
  scrollsnapchange scrollsnapchanging search securitypolicyviolation seeked seeking select selectionchange selectstart
  slotchange stalled submit suspend timeupdate toggle transitioncancel transitionend transitionrun transitionstart
  volumechange waiting webkitanimationend webkitanimationiteration webkitanimationstart webkitfullscreenchange
  webkitfullscreenerror webkittransitionend wheel`.split(/\s+/);

const members =
  `accessKey accessKeyLabel activeViewTransition addEventListener after animate append appendChild ariaActionsElements
  ariaActiveDescendantElement ariaAtomic ariaAutoComplete ariaBrailleLabel ariaBrailleRoleDescription ariaBusy ariaChecked
  ariaColCount ariaColIndex ariaColIndexText ariaColSpan ariaControlsElements ariaCurrent ariaDescribedByElements
  ariaDescription ariaDetailsElements ariaDisabled ariaErrorMessageElements ariaExpanded ariaFlowToElements ariaHasPopup
  ariaHidden ariaInvalid ariaKeyShortcuts ariaLabel ariaLabelledByElements ariaLevel ariaLive ariaModal ariaMultiLine
  ariaMultiSelectable ariaNotify ariaOrientation ariaOwnsElements ariaPlaceholder ariaPosInSet ariaPressed ariaReadOnly
  ariaRelevant ariaRequired ariaRoleDescription ariaRowCount ariaRowIndex ariaRowIndexText ariaRowSpan ariaSelected
  ariaSetSize ariaSort ariaValueMax ariaValueMin ariaValueNow ariaValueText assignedSlot attachInternals attachShadow
  attributes attributeStyleMap autocapitalize autocorrect autofocus baseURI before blur checkVisibility childElementCount
  childNodes children classList className click clientHeight clientLeft clientTop clientWidth cloneNode closest
  compareDocumentPosition computedStyleMap constructor contains contentEditable currentCSSZoom customElementRegistry
  dataset dir dispatchEvent draggable editContext elementTiming enterKeyHint firstChild firstElementChild focus focusGroup
  focusGroupStart getAnimations getAttribute getAttributeNames getAttributeNode getAttributeNodeNS getAttributeNS
  getBoundingClientRect getClientRects getElementsByClassName getElementsByTagName getElementsByTagNameNS getHTML
  getRootNode hasAttribute hasAttributeNS hasAttributes hasChildNodes hasOwnProperty hasPointerCapture hidden hidePopover
  id inert innerHTML innerText inputMode insertAdjacentElement insertAdjacentHTML insertAdjacentText insertBefore
  isConnected isContentEditable isDefaultNamespace isEqualNode isPrototypeOf isSameNode lang lastChild lastElementChild
  localName lookupNamespaceURI lookupPrefix matches moveBefore mozMatchesSelector mozRequestFullScreen namespaceURI
  nextElementSibling nextSibling nodeName nodeType nodeValue nonce normalize offsetHeight offsetLeft offsetParent
  offsetTop offsetWidth outerHTML outerText ownerDocument parentElement parentNode part popover prefix prepend
  previousElementSibling previousSibling propertyIsEnumerable pseudo querySelector querySelectorAll
  releaseCapture releasePointerCapture remove removeAttribute removeAttributeNode removeAttributeNS removeChild
  removeEventListener replaceChild replaceChildren replaceWith requestFullscreen requestPointerLock role scroll scrollBy
  scrollHeight scrollIntoView scrollIntoViewIfNeeded scrollLeft scrollLeftMax scrollTo scrollTop scrollTopMax scrollWidth
  setAttribute setAttributeNode setAttributeNodeNS setAttributeNS setCapture setHTML setHTMLUnsafe setPointerCapture
  shadowRoot showPopover slot spellcheck startViewTransition style tabIndex tagName textContent title toggleAttribute
  togglePopover toLocaleString toString translate valueOf virtualKeyboardPolicy webkitMatchesSelector
  webkitRequestFullScreen webkitRequestFullscreen when writingSuggestions`.split(/\s+/);

/**
 * What elements have already (DOM §4, HTML §3.2.2, WAI-ARIA §10, and what engines have of their own), and objects too: a
 * property of this name would take something away.
 */
export const elementMembers: readonly string[] = [...members, ...handlers.map((h) => `on${h}`)];
