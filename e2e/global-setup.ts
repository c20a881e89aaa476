/** Starts what all journeys share; the processes that run them find it in their environment. */
import { launchOwn, startApp } from "./shared";

export default async function setup(): Promise<() => Promise<void>> {
  const [server, browser] = await Promise.all([startApp(), launchOwn()]);
  process.env.LIVELY_SHARED_APP = server.address;
  process.env.LIVELY_SHARED_BROWSER = browser.wsEndpoint();
  return async () => {
    await browser.close();
    server.end();
  };
}
