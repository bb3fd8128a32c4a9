import { Box } from "../kit/Box";
import { Trouble } from "../kit/parts";
import { useMayPlan } from "../kit/session";
import { NumberField, type School, useChangeSettings } from "./parts";

/** First aid, and the stand-down after a knock to the head. */
export function Safety({ school }: { school: School }) {
  const mayPlan = useMayPlan();
  const change = useChangeSettings();
  const { first_aid, stand_down } = school.settings;
  return (
    <>
      <Box title="First aid">
        <label className="block font-semibold text-sm">
          First aid: who helps, where the box is, a line each
          <textarea
            defaultValue={first_aid.join("\n")}
            rows={3}
            maxLength={1000}
            disabled={!mayPlan}
            onBlur={({ target }) => {
              const lines = target.value
                .split("\n")
                .map((line) => line.trim())
                .filter(Boolean);
              if (lines.join("\n") !== first_aid.join("\n")) change.mutate({ first_aid: lines });
            }}
            className="mt-1 block w-full rounded-lg border-[1.5px] border-seam bg-chalk px-3 py-2 font-normal"
          />
        </label>
      </Box>
      <Box title="After a knock to the head">
        <p className="text-ink-soft text-sm">
          Days without contact and hard rounds after it, at the least. Set them no lower than your governing body's
          rules; a clinician's clearance is asked for besides.
        </p>
        <div className="grid grid-cols-2 gap-2.5">
          <NumberField
            label="Adults"
            value={stand_down.adults}
            set={(value) => change.mutate({ stand_down: { adults: value } })}
          />
          <NumberField
            label="Juniors"
            value={stand_down.juniors}
            set={(value) => change.mutate({ stand_down: { juniors: value } })}
          />
        </div>
      </Box>
      {change.error && <Trouble error={change.error} />}
    </>
  );
}
