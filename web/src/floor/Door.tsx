import { type FormEvent, useState } from "react";
import { Link } from "react-router";
import { dated } from "../kit/clock";
import { idOf, newId } from "../kit/ids";
import type { Fact } from "../kit/outbox";
import { Button, Field } from "../kit/parts";
import { useKeysOf } from "../kit/placeKeys";
import { useClub } from "../kit/session";
import { dayAndTime } from "../kit/time";
import { WhyUnsent } from "../kit/WhyUnsent";
import { DoorList } from "./DoorList";
import { Help } from "./Help";
import { type Hall, isOut, stepIn, stepOut, whoIsHere } from "./hall";
import { PairsPanel } from "./PairsPanel";
import type { Props } from "./part";
import { Refused } from "./Refused";
import { isFresh } from "./ring";
import { sound } from "./sound";

const LINK =
  "inline-flex min-h-9 items-center rounded-full border-[1.5px] border-ink/70 bg-chalk px-4 font-semibold text-sm hover:bg-canvas-deep";

/** The door: who is here, one tap each; what to know of them; who works with whom. */
export function Door({ opened, hall, change, outbox }: Props) {
  const club = useClub();
  const [others, setOthers] = useState(false);
  const [help, setHelp] = useState(false);
  const expected = opened.students.filter((student) => opened.expected.includes(student.id));
  const rest = opened.students.filter((student) =>
    opened.group_id ? !opened.expected.includes(student.id) : student.left_on !== null,
  );
  const [turnedAway, setTurnedAway] = useState<string>();
  const toggle = (id: string) => {
    const comes = !hall.present.includes(id);
    setTurnedAway(comes && isOut(opened, hall, id) ? id : undefined);
    if (comes && isOut(opened, hall, id)) return;
    const [next, fact] = hall.present.includes(id) ? stepOut(hall, id) : stepIn(hall, id);
    outbox.put(fact);
    change((was) => stepped(was, next));
  };
  const enter = () => {
    sound.wake();
    outbox.put(...pairings(opened.id, hall));
    change((was) => ({ ...was, moment: "ring" }));
  };
  useKeysOf("The door", [
    { keys: "Ctrl+Enter", does: "to the ring", run: () => opened.segments.length > 0 && enter() },
    { keys: "e", does: "first aid and whom to call", run: () => setHelp(true) },
  ]);
  const short = opened.short[String(hall.present.length)] ?? [];
  return (
    <main className="mx-auto max-w-6xl px-4 py-4 pb-28">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <p className="mb-1 text-sm">
            <Link to="/floor" className="font-semibold underline">
              Floor
            </Link>{" "}
            · {dayAndTime(opened.starts_at, club.time_zone)} · {opened.minutes} min
          </p>
          <h1 className="wide mb-1 font-extrabold text-3xl">{opened.title}</h1>
        </div>
        <div className="flex flex-wrap gap-2">
          <Link to={`/floor/${opened.id}/wall`} target="_blank" className={LINK}>
            Wall screen
          </Link>
          <a href={`/api/floor/classes/${opened.id}/track.wav`} className={LINK}>
            Track for a speaker
          </a>
          <Button onClick={() => setHelp(true)}>First aid and whom to call</Button>
        </div>
      </div>
      <p className="mt-2 mb-4 text-ink-soft lg:mt-0">
        Who is here? One tap each. Wraps and gloves on, mouthguard where there is contact, water within reach.
      </p>
      <Refused />
      <WhyUnsent refused={outbox.refused} />
      {turnedAway && (
        <p role="alert" className="mb-4 rounded-xl border-2 border-rear px-4 py-2 font-semibold">
          {opened.students.find(({ id }) => id === turnedAway)?.name} is held back from everything today. A hold that
          was a mistake is corrected on their page in the Book, with a reason.
        </p>
      )}
      <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div className="min-w-0">
          <DoorList
            title={
              opened.group_id
                ? (expected.find(({ group_id }) => group_id === opened.group_id)?.group_name ?? "This group")
                : "Everybody"
            }
            students={opened.group_id ? expected : opened.students.filter((student) => !student.left_on)}
            opened={opened}
            hall={hall}
            toggle={toggle}
          />
          {rest.length > 0 && (
            <>
              <Button look="quiet" className="my-3 px-3" onClick={() => setOthers(!others)} aria-expanded={others}>
                {others
                  ? "Hide the others"
                  : `${opened.group_id ? "A guest from another group" : "Somebody who had left"}? (${rest.length})`}
              </Button>
              {others && (
                <DoorList
                  title={opened.group_id ? "Other groups" : "Had left"}
                  students={rest}
                  opened={opened}
                  hall={hall}
                  toggle={toggle}
                />
              )}
            </>
          )}
          <NewFace
            come={(guest) => {
              const [next, fact] = stepIn(hall, guest.id);
              outbox.put({ table: "guests", fact: guest }, fact);
              change((was) => ({ ...stepped(was, next), guests: [...was.guests, guest] }));
            }}
          />
        </div>
        <PairsPanel opened={opened} hall={hall} change={change} />
      </div>
      <div className="fixed inset-x-0 bottom-0 border-seam border-t bg-canvas/95 px-4 py-3">
        <div className="mx-auto flex max-w-6xl items-center justify-between gap-4">
          <p role="status" className="font-bold text-lg">
            {hall.present.length} here
            {hall.pairs?.groups.some((group) => group.ids.length === 3) ? ", one trio in pair work" : ""}
            {short.map((each) => (
              <span key={each.name} className="ml-2 inline-block font-semibold text-base text-rear">
                {each.name}: {each.needed} needed, {each.owned} owned
              </span>
            ))}
          </p>
          {opened.segments.length === 0 ? (
            <p className="font-semibold text-rear">This class has no rounds: put some on its card first.</p>
          ) : (
            <Button look="main" big onClick={enter}>
              {isFresh(hall.ring) ? "To the ring" : "Back to the ring"}
            </Button>
          )}
        </div>
      </div>
      <Help open={help} close={() => setHelp(false)} lines={opened.first_aid} students={opened.students} hall={hall} />
    </main>
  );
}

/** What coming and going change of a hall. */
const stepped = (was: Hall, { present, came, arrivals, there }: Hall) => ({ ...was, present, came, arrivals, there });

type Guest = Hall["guests"][number];

/** Somebody who is not on file yet: a name is enough; the rest can be told the Book later. */
function NewFace({ come }: { come: (guest: Guest) => void }) {
  const [name, setName] = useState("");
  const [southpaw, setSouthpaw] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === "") return;
    come({ id: newId(), name: name.trim(), stance: southpaw ? "southpaw" : "orthodox" });
    setName("");
    setSouthpaw(false);
  };
  return (
    <form onSubmit={submit} className="mt-3 flex flex-wrap items-end gap-3">
      <Field
        label="A new face, by name"
        value={name}
        maxLength={80}
        onChange={({ target }) => setName(target.value)}
        className="min-w-56 flex-1"
      />
      <label className="flex min-h-11 items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={southpaw}
          onChange={({ target }) => setSouthpaw(target.checked)}
          className="size-5"
        />
        southpaw
      </label>
      <Button type="submit" disabled={name.trim() === ""}>
        Welcome
      </Button>
    </form>
  );
}

/** The pairs as they stand; the same pair told twice is one fact. */
function pairings(classId: string, hall: Hall): Fact[] {
  if (hall.pairs?.for !== whoIsHere(hall)) return [];
  const at = dated();
  return hall.pairs.groups.map(({ ids }) => ({
    table: "pairings",
    fact: { id: idOf(`${classId} pair ${[...ids].sort().join(" ")}`), student_ids: ids, at },
  }));
}
