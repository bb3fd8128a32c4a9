import { Link } from "react-router";
import { OpenDoor } from "../floor/OpenDoor";
import { Box } from "../kit/Box";

/** The door of the first class, open at once. */
export function FirstClass() {
  return (
    <Box title="Open the door">
      <OpenDoor grouped />
      <p className="text-sm">
        Look at it first, change it, or put it in the calendar for the group's hours on the{" "}
        <Link to="/card" className="font-semibold underline">
          Card
        </Link>
        .
      </p>
    </Box>
  );
}
