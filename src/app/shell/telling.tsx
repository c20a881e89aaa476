/** Short messages and lasting notices, for any view. */
import { message as messages, notification as notices } from "antd";
import { createContext, type ReactNode, useContext, useMemo } from "react";

interface Telling {
  message: ReturnType<typeof messages.useMessage>[0];
  notification: ReturnType<typeof notices.useNotification>[0];
}
const TellingContext = createContext<Telling | null>(null);

/** Gives what is inside a way to tell something. */
export function TellingProvider({ children }: { children: ReactNode }) {
  const [message, messageHolder] = messages.useMessage({ maxCount: 2, top: 52 });
  const [notification, noticeHolder] = notices.useNotification();
  const telling = useMemo(() => ({ message, notification }), [message, notification]);
  return (
    <TellingContext value={telling}>
      {messageHolder}
      {noticeHolder}
      {children}
    </TellingContext>
  );
}

export function useTelling(): Telling {
  const telling = useContext(TellingContext);
  if (!telling) throw new Error("nobody listens here");
  return telling;
}
