/** Asks the app's own server for a trial, and hears what becomes of it line by line. */
import { START_HEADER, type TrialAsked, type TrialTold } from "../../core/trial/told";
import { forgetWord, startWord } from "../storage/start-word";

/** @throws with what to say to the person; an AbortError where it was stopped */
export async function askTrial(asked: TrialAsked, signal: AbortSignal, hear: (told: TrialTold) => void): Promise<void> {
  const gone = "The server does not answer. Is it still running? A trial needs it to start a browser.";
  const answer = await startWord()
    .then((w) =>
      fetch("/trial/run", { method: "POST", headers: { [START_HEADER]: w }, body: JSON.stringify(asked), signal }),
    )
    .catch((error: Error) => {
      throw error.name === "AbortError" ? error : new Error(gone);
    });
  if (!answer.ok || !answer.body) {
    const { message } = (await answer.json().catch(() => ({}))) as { message?: string };
    forgetWord();
    throw new Error(message ?? gone);
  }
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + value).split("\n");
    rest = lines.pop() ?? "";
    for (const line of lines) if (line) hear(JSON.parse(line) as TrialTold);
  }
}
