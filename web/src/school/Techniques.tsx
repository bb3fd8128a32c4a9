import { useMutation } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { Box } from "../kit/Box";
import { Button, Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { list } from "../kit/words";
import { NewTechnique } from "./NewTechnique";
import { type School, useSettled } from "./parts";

/** The club's own techniques. */
export function Techniques({ school }: { school: School }) {
  const settled = useSettled();
  const mayPlan = useMayPlan();
  const remove = useMutation({
    mutationFn: (id: string) => data(api.DELETE("/api/school/techniques/{id}", { params: { path: { id } } })),
    onSuccess: settled,
  });
  return (
    <Box title="Our own techniques">
      {school.own_techniques.length === 0 && (
        <p className="text-ink-soft text-sm">
          None yet. One you add here can be written, drawn, timed and judged like any other.
        </p>
      )}
      <ul>
        {school.own_techniques.map((technique) => (
          <li key={technique.id} className="flex items-center gap-3 text-sm">
            <strong>{technique.name}</strong>
            <span className="flex-1 text-ink-soft">
              {technique.family}
              {technique.used_in.length > 0 && `, used in ${list(technique.used_in)}`}
            </span>
            {technique.spoken ? (
              <Hear word={technique.name} />
            ) : (
              <span className="text-ink-soft text-xs">called as "{technique.family}"</span>
            )}
            {mayPlan && (
              <Button look="quiet" className="px-3" onClick={() => remove.mutate(technique.id)}>
                Remove {technique.name}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {remove.error && <Trouble error={remove.error} />}
      {mayPlan && <NewTechnique />}
    </Box>
  );
}

/** The word as the Floor calls it. */
function Hear({ word }: { word: string }) {
  const play = () => void new Audio(`/api/school/voice/${encodeURIComponent(word)}`).play().catch(() => undefined);
  return (
    <Button look="quiet" className="px-3" onClick={play}>
      Hear it<span className="sr-only">: {word}</span>
    </Button>
  );
}
