import { Link } from "react-router";

/** The way to a starter shelf from a place that is empty. */
export function ToStarter({ what }: { what: string }) {
  return (
    <>
      {" "}
      Or begin with {what} of a{" "}
      <Link to="/school/starter" className="font-semibold underline">
        starter shelf
      </Link>
      .
    </>
  );
}
