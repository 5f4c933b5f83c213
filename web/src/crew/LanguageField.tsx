import { t } from "@lingui/core/macro";
import { useMutation } from "@tanstack/react-query";
import { answered, client, type SignedIn } from "../api/client";
import { SelectField } from "../app/SelectField";

/** The language a person reads, on all their devices; shown once there are two. */
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
        { value: "", label: t`Same as the browser` },
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

/** What a language is called in itself. */
function nameOf(tag: string): string {
  return new Intl.DisplayNames([tag], { type: "language" }).of(tag) ?? tag;
}
