import { Box } from "../kit/Box";
import { useClub } from "../kit/session";
import { Closures } from "./Closures";
import { PublicHolidays } from "./PublicHolidays";

/** Days on which the club is closed, and public holidays to choose from. */
export function CalendarPage() {
  const { today } = useClub();
  return (
    <>
      <Box title="Closed days">
        <Closures today={today} />
      </Box>
      <Box title="Public holidays">
        <PublicHolidays />
      </Box>
    </>
  );
}
