import { useEffect, useState } from "react";

export type ColorMode = "light" | "dark";

/** Spelled as earlier versions kept it, so that what was chosen stays. */
const KEY = "bluff-colours";

function stored(): ColorMode {
  const kept = localStorage.getItem(KEY);
  if (kept === "light" || kept === "dark") return kept;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

/** Daylight or dark, as chosen here or else as the machine prefers; kept on this machine. */
export function useColorMode(): [ColorMode, () => void] {
  const [mode, setMode] = useState(stored);
  useEffect(() => {
    document.documentElement.classList.remove("light", "dark");
    document.documentElement.classList.add(mode);
    document.documentElement.style.colorScheme = mode;
  }, [mode]);
  function toggle() {
    const next = mode === "light" ? "dark" : "light";
    localStorage.setItem(KEY, next);
    setMode(next);
  }
  return [mode, toggle];
}
