import { useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { Trouble } from "../kit/parts";
import { Sheet } from "../kit/Sheet";
import { Belongings } from "./Belongings";
import { InTheBook } from "./InTheBook";
import { Numbering } from "./Numbering";
import { OnTheFloor } from "./OnTheFloor";
import { SCHOOL } from "./parts";
import { Teaching } from "./Teaching";
import { Techniques } from "./Techniques";

/** The school: how the club writes, what it teaches, what it owns, and its own techniques. */
export function SchoolSheet({ open, close }: { open: boolean; close: () => void }) {
  const school = useQuery({ queryKey: SCHOOL, queryFn: () => data(api.GET("/api/school")), enabled: open });
  return (
    <Sheet open={open} close={close} title="The school">
      {school.error && <Trouble error={school.error} />}
      {school.data && (
        <div className="grid gap-5">
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
