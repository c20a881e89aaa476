/** Takes the pictures of docs/screenshots/ from the demo. Needs a build: npm run build. */
import { clickLive, press, Stage, untilText } from "../e2e/stage";

const stage = await Stage.open();
const page = await stage.page();
const shot = async (name: string): Promise<void> => {
  await new Promise((r) => setTimeout(r, 500));
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
await untilText(page, ".shelf-list", "no findings");
await shot("shelf");
await page.click(".shelf-link");
await page.waitForSelector(".grid");
await new Promise((r) => setTimeout(r, 800));
await clickLive(page, "trigger");
await untilText(page, ".facts", "open for");
await new Promise((r) => setTimeout(r, 500));
await clickLive(page, "help");
await untilText(page, ".explanation", "Nothing happened");
await shot("sheet");
await press(page, "Parts", ".views");
await page.waitForSelector("[role=treeitem]");
await page.evaluate(() =>
  [...document.querySelectorAll<HTMLElement>("[role=treeitem]")]
    .find((e) => e.textContent?.startsWith("dialog"))
    ?.click(),
);
await shot("parts");
await press(page, "Sheet", ".views");
await page.waitForSelector(".grid");
await page.evaluate(() =>
  [...document.querySelectorAll<HTMLElement>(".cell.names")]
    .find((c) => c.textContent?.startsWith("click exactly"))
    ?.click(),
);
await page.focus(".grid");
await page.keyboard.press("Enter");
await page.waitForSelector(".cell-editor .cm-content");
await page.keyboard.down("Control");
await page.keyboard.press("a");
await page.keyboard.up("Control");
await page.keyboard.type("click backdrop");
await page.keyboard.press("Enter");
await untilText(page, ".standing", "finding");
await press(page, "Proof", ".views");
await untilText(page, ".proof-list", "A click inside");
await page.evaluate(() => [...document.querySelectorAll<HTMLElement>(".scenario-name")][2].click());
await press(page, "Show the moment", ".finding");
await shot("proof");
await press(page, "Listen for clicks exactly on backdrop");
await untilText(page, ".standing", "no findings");
await press(page, "Deliver", ".views");
await untilText(page, ".verified", "all that can be reached");
await shot("deliver");
await stage.close();
