/** Unit tests read English, whatever this machine speaks. */
import { i18n } from "@lingui/core";

i18n.loadAndActivate({ locale: "en", messages: {} });
