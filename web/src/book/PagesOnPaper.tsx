import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "../api/client";
import { download } from "../kit/download";
import { LabelledSelect } from "../kit/LabelledSelect";
import { Button, Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Tick } from "../kit/Tick";

/** Codes of a group's own pages, eight a sheet, to be cut apart and handed over. */
export function PagesOnPaper() {
  const groups = useQuery(asks.groups());
  const open = groups.data?.filter((group) => !group.closed_on) ?? [];
  const [chosen, setChosen] = useState<string>();
  const [again, setAgain] = useState(false);
  const group = open.find((each) => each.id === chosen) ?? open[0];
  const make = useMutation({
    mutationFn: async (group: { id: string; name: string }) => {
      const body = { group_id: group.id, again };
      download(await data(api.POST("/api/corners/sheets", { body, parseAs: "blob" })), `pages ${group.name}`, "pdf");
    },
  });
  if (!group) return null;
  return (
    <section
      aria-label="Pages of their own"
      className="mt-4 rounded-2xl border-[1.5px] border-seam bg-chalk p-4 text-sm"
    >
      <h2 className="wide mb-1 font-extrabold text-lg">Pages of their own</h2>
      <p className="mb-2">
        Each student’s page on a phone, by a code on paper: eight a sheet, to be cut apart. A junior’s goes to the
        guardian whose consent is on file.
      </p>
      <div className="grid gap-2">
        <LabelledSelect label="For" value={group.id} set={setChosen}>
          {open.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </LabelledSelect>
        <Tick label="for everybody anew: codes they have now end" on={again} set={setAgain} />
        {make.error && <Trouble error={make.error} />}
        <Button className="w-fit" disabled={make.isPending} onClick={() => make.mutate(group)}>
          {make.isPending ? "Making them …" : "Codes on paper (PDF)"}
        </Button>
      </div>
    </section>
  );
}
