import { Button } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A file of a job: kept where downloads go, or opened beside. */
export function Download({
  job,
  file,
  params = {},
  isOpened = false,
  title,
  size = "sm",
  children,
}: {
  job: string;
  file: string;
  /** Query parameters of the file. */
  params?: Record<string, string | number | readonly string[]>;
  /** Whether it is looked at rather than kept. */
  isOpened?: boolean;
  title?: string;
  size?: "sm" | "lg";
  children: ReactNode;
}) {
  const query = new URLSearchParams(
    Object.entries(params).flatMap(([key, value]) => [value].flat().map((one) => [key, String(one)])),
  );
  const how = isOpened ? { target: "_blank", rel: "noreferrer" } : { download: true };
  return (
    <Button asChild variant="plain" size={size} {...(title && { title })}>
      <a href={`/api/jobs/${job}/${file}${query.size ? `?${query}` : ""}`} {...how}>
        {children}
      </a>
    </Button>
  );
}
