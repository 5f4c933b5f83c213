/** Money as a person reads it, in their language. */
import { i18n } from "@lingui/core";

const locales = () => i18n.locales ?? i18n.locale;

/** An amount with its currency, given by its letters. */
export function money(amount: number, currency: string): string {
  return new Intl.NumberFormat(locales(), { style: "currency", currency }).format(amount);
}

/** Every currency there is, and the one that is chosen, by their names. */
export function currencies(chosen: string): { value: string; label: string }[] {
  const names = new Intl.DisplayNames(locales(), { type: "currency" });
  return (
    [...new Set([...Intl.supportedValuesOf("currency"), chosen])]
      .map((value) => ({ value, name: names.of(value) ?? value }))
      // What has no name in any language is nobody's money.
      .filter(({ value, name }) => name !== value || value === chosen)
      .map(({ value, name }) => ({ value, label: `${name} (${value})` }))
      .sort((one, other) => one.label.localeCompare(other.label))
  );
}
