/** The app from the source tree: `npm start`. */
import { startServer } from "./serve";

const port = Number(process.env.PORT ?? 4173);
if (!Number.isInteger(port) || port < 0 || port > 65535) {
  console.error(`PORT is ${process.env.PORT}; it must be a number from 0 to 65535.`);
  process.exit(2);
}
const otherPort = "PORT=4174 npm start";
const ended = await startServer({ root: "dist/app", port, out: console.log, err: console.error, otherPort });
if (ended !== null) process.exit(ended);
