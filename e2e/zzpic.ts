import { Stage } from "./stage";

const stage = await Stage.open();
const page = await stage.page();
await page.waitForSelector(".shelf-item");
await new Promise((r) => setTimeout(r, 700));
await page.screenshot({ path: "/tmp/shots/shelf1.png" });
await new Promise((r) => setTimeout(r, 3000));
await page.mouse.move(600, 600);
await page.mouse.wheel({ deltaY: 900 });
await new Promise((r) => setTimeout(r, 1500));
await page.screenshot({ path: "/tmp/shots/shelf2.png" });
await stage.close();
