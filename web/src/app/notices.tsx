import { createContext, type ReactNode, useContext, useState } from "react";

/** Something to tell the person, with what they can do about it. Stays until answered or dismissed. */
export interface Notice {
  text: string;
  tone: "plain" | "trouble";
  actions?: { label: string; act: () => void }[];
}

interface Shown extends Notice {
  key: number;
}

interface Notices {
  shown: Shown[];
  tell: (notice: Notice) => void;
  dismiss: (key: number) => void;
}

const Context = createContext<Notices | null>(null);
const MOST_SHOWN = 3;
let nextKey = 0;

export function NoticesProvider({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Shown[]>([]);
  const dismiss = (key: number) => setShown((before) => before.filter((notice) => notice.key !== key));
  function tell(notice: Notice) {
    nextKey += 1;
    const added = { ...notice, key: nextKey };
    // The same trouble twice is one notice; older ones give way.
    setShown((before) => [...before.filter((old) => old.text !== notice.text), added].slice(-MOST_SHOWN));
  }
  return <Context value={{ shown, tell, dismiss }}>{children}</Context>;
}

export function useNotices(): Notices {
  const notices = useContext(Context);
  if (!notices) throw new Error("useNotices needs a NoticesProvider above it");
  return notices;
}
