import { t } from "@lingui/core/macro";
import { useMutation } from "@tanstack/react-query";
import { answered, client, type SignedIn } from "../api/client";
import { SelectField } from "../app/SelectField";

/** Which language Bluff speaks to somebody, on all their devices; there is nothing to choose of one. */
export function LanguageField({ you: { language, languages } }: { you: SignedIn }) {
  const change = useMutation({
    mutationFn: (chosen: string | null) =>
      answered<SignedIn>(client.PUT("/api/session/language", { body: { language: chosen } })),
    // Every screen is put into words as it is loaded.
    onSuccess: () => window.location.reload(),
  });
  if (languages.length < 2) return null;
  return (
    <SelectField
      label={t`Language`}
      value={language ?? ""}
      choices={[
        { value: "", label: t`The browser’s` },
        ...languages.map((tag) => ({ value: tag, label: nameOf(tag) })),
      ]}
      onChoose={(tag) =>
        change.mutateAsync(tag || null).then(
          () => null,
          (error: Error) => error.message,
        )
      }
    />
  );
}

/** A language as those who speak it call it. */
function nameOf(tag: string): string {
  return new Intl.DisplayNames([tag], { type: "language" }).of(tag) ?? tag;
}
