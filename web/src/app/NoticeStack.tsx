import { t } from "@lingui/core/macro";
import { X } from "lucide-react";
import look from "./Bars.module.css";
import { useNotices } from "./notices";
import { PlainButton } from "./PlainButton";

/** The notices, above everything where they hide no figure that is being read. */
export function NoticeStack() {
  const { shown, dismiss } = useNotices();
  return (
    <div aria-live="polite" className={look.notices}>
      {shown.map((notice) => (
        <div key={notice.key} role="status" data-tone={notice.tone} className={look.notice}>
          <p>{notice.text}</p>
          {notice.actions?.map(({ label, act }) => (
            <PlainButton
              key={label}
              onClick={() => {
                dismiss(notice.key);
                act();
              }}
            >
              {label}
            </PlainButton>
          ))}
          <PlainButton
            variant="plain"
            className={look.dismiss}
            aria-label={t`Dismiss`}
            onClick={() => dismiss(notice.key)}
          >
            <X />
          </PlainButton>
        </div>
      ))}
    </div>
  );
}
