import { useQuery } from "@tanstack/react-query";
import { Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Sheet } from "../kit/Sheet";
import { Belongings } from "./Belongings";
import { InTheBook } from "./InTheBook";
import { Numbering } from "./Numbering";
import { OnTheFloor } from "./OnTheFloor";
import { Teaching } from "./Teaching";
import { Techniques } from "./Techniques";

/** The school: how the club writes, what it teaches, what it owns, and its own techniques. */
export function SchoolSheet({ open, close }: { open: boolean; close: () => void }) {
  const school = useQuery({ ...asks.school(), enabled: open });
  return (
    <Sheet open={open} close={close} title="The school">
      {school.error && <Trouble error={school.error} />}
      {school.data && (
        <div className="grid gap-5">
          {school.data.problems.length > 0 && (
            <div role="alert" className="rounded-lg border-[1.5px] border-rear px-4 py-3 text-sm">
              <p className="font-semibold text-rear">
                Some settings will not do: until they are changed the defaults stand in.
              </p>
              {school.data.problems.map((problem) => (
                <p key={problem}>{problem}</p>
              ))}
            </div>
          )}
          <Numbering school={school.data} />
          <Teaching school={school.data} />
          <Belongings school={school.data} />
          <OnTheFloor school={school.data} />
          <InTheBook school={school.data} />
          <Techniques school={school.data} />
        </div>
      )}
    </Sheet>
  );
}
