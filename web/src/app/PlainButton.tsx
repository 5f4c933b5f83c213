import type { ComponentProps } from "react";

type Variant = "solid" | "outline" | "plain";
type Size = "sm" | "md" | "lg";

/** The classes of a button, for what is pressed and is none; the theme says what they look like. */
export function buttonLook(variant: Variant, size: Size, more = ""): string {
  // eslint-disable-next-line lingui/no-unlocalized-strings -- names of classes
  return `button button-${variant} button-${size} ${more}`;
}

/** A button that looks like any other and needs nothing to be loaded first. */
export function PlainButton({
  variant = "outline",
  size = "sm",
  className,
  ...rest
}: ComponentProps<"button"> & { variant?: Variant; size?: Size }) {
  return <button type="button" className={buttonLook(variant, size, className)} {...rest} />;
}
