/** Skerry Line, the demo: a made-up ferry line between made-up islands. */
import { type Component, readComponentValue } from "../core/model";
import backToTop from "./back-to-top.lively.json";
import boardingCountdown from "./boarding-countdown.lively.json";
import bookBar from "./book-bar.lively.json";
import changeCrossing from "./change-crossing.lively.json";
import deckMenu from "./deck-menu.lively.json";
import deckPhotos from "./deck-photos.lively.json";
import fareRules from "./fare-rules.lively.json";
import harbourLamp from "./harbour-lamp.lively.json";
import holdSeat from "./hold-seat.lively.json";
import notice from "./notice.lively.json";
import outboundReturn from "./outbound-return.lively.json";
import passengerStepper from "./passenger-stepper.lively.json";
import portPicker from "./port-picker.lively.json";
import removePassenger from "./remove-passenger.lively.json";
import routeAlerts from "./route-alerts.lively.json";
import sendPass from "./send-pass.lively.json";

const load = (json: unknown) => (): Component => {
  const read = readComponentValue(structuredClone(json));
  if (!read.ok) throw new Error(`${read.problems[0].path}: ${read.problems[0].message}`);
  return read.doc;
};

/** In the order in which the shelf shows them. */
export const demoComponents: readonly { name: string; load(): Component }[] = [
  changeCrossing,
  deckMenu,
  fareRules,
  portPicker,
  backToTop,
  bookBar,
  holdSeat,
  removePassenger,
  boardingCountdown,
  routeAlerts,
  passengerStepper,
  outboundReturn,
  deckPhotos,
  harbourLamp,
  notice,
  sendPass,
].map((json) => ({ name: json.name, load: load(json) }));
