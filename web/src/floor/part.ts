import type { OpenClass } from "../api/client";
import type { ClassBox } from "../kit/device";
import type { Hall } from "./hall";

export type Change = (next: (hall: Hall) => Hall) => void;
/** What door, ring and stool are given: the class as it was opened, the hall as it is now, and the device's outbox. */
export type Props = { opened: OpenClass; hall: Hall; change: Change; outbox: ClassBox };
