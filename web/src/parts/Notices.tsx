// Short notices at the foot of the page, with one thing to do about each.
import { Toast } from "radix-ui";
import { createContext, type ReactNode, use, useCallback, useMemo, useState } from "react";

interface Notice {
  id: number;
  text: string;
  action?: { label: string; run: () => void };
}

type Notify = (text: string, action?: Notice["action"]) => void;
const NotifyContext = createContext<Notify>(() => {});
const SHOWN_MS = 10_000;

export function Notices({ children }: { children: ReactNode }) {
  const [notices, setNotices] = useState<Notice[]>([]);
  const notify = useCallback<Notify>((text, action) => {
    setNotices((all) => [...all.slice(-2), { id: Date.now(), text, ...(action && { action }) }]);
  }, []);
  const value = useMemo(() => notify, [notify]);
  const drop = (id: number) => setNotices((all) => all.filter((one) => one.id !== id));
  return (
    <NotifyContext value={value}>
      <Toast.Provider duration={SHOWN_MS} label="Notice">
        {children}
        {notices.map((notice) => (
          <Toast.Root
            key={notice.id}
            onOpenChange={(open) => !open && drop(notice.id)}
            className="flex items-center gap-4 rounded-md bg-ink px-4 py-3 text-panel shadow-lg"
          >
            <Toast.Description className="flex-1">{notice.text}</Toast.Description>
            {notice.action && (
              <Toast.Action altText={notice.action.label} asChild>
                <button className="min-h-9 font-semibold underline" onClick={notice.action.run}>
                  {notice.action.label}
                </button>
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        <Toast.Viewport className="fixed bottom-4 left-1/2 z-50 flex w-[min(28rem,calc(100vw-2rem))] -translate-x-1/2 flex-col gap-2" />
      </Toast.Provider>
    </NotifyContext>
  );
}

export const useNotify = (): Notify => use(NotifyContext);
