import { useQuery } from "@tanstack/react-query";
import { Box } from "../kit/Box";
import { Trouble, Waiting } from "../kit/parts";
import { asks } from "../kit/queries";
import { useClub } from "../kit/session";
import { dayAndTime, dayOf, shortDate } from "../kit/time";
import { whole } from "../kit/ways";

/** How the server is: what somebody should see to, its backup, its disk, what is slow and what broke. */
export function ServerPage() {
  const health = useQuery(asks.health());
  const { time_zone } = useClub();
  if (health.error) return <Trouble error={health.error} />;
  if (!health.data) return <Waiting what="how the server is" />;
  const { wrong, backup, certificate, disk, processes, slow, errors } = health.data;
  const day = (iso: string) => shortDate(dayOf(iso, time_zone));
  const facts: [string, string][] = [
    ["Version", `${health.data.version}, running since ${day(health.data.since)}`],
    ["Disk", `${whole(disk.free_mb)} of ${whole(disk.total_mb)} MB free`],
    ["Database", `${whole(health.data.database_mb)} MB`],
    [
      "Last backup",
      backup ? `${day(backup.at)}: ${backup.said}${backup.copied ? ` Copied to ${backup.copied}.` : ""}` : "none",
    ],
    ...(certificate
      ? ([["Certificate", `of ${certificate.name}, until ${day(certificate.ends)}`]] as [string, string][])
      : []),
    ["Mail", health.data.mail ? "is sent" : "is not sent"],
    [
      processes.length === 1 ? "Process" : "Processes",
      processes
        .map((each) => `${each.name}, ${whole(each.memory_kb / 1024)} MB, since ${dayAndTime(each.since, time_zone)}`)
        .join("\n"),
    ],
  ];
  return (
    <>
      <Box title={wrong.length > 0 ? "To see to" : "All is well"}>
        {wrong.map((each) => (
          <p key={each} role="alert" className="font-semibold text-rear">
            {each}
          </p>
        ))}
        <dl className="grid grid-cols-[8rem_1fr] gap-y-1 text-sm">
          {facts.map(([name, said]) => (
            <div key={name} className="contents">
              <dt className="font-semibold">{name}</dt>
              <dd className="whitespace-pre-line break-words">{said}</dd>
            </div>
          ))}
        </dl>
      </Box>
      <Box title="Slower than they should be">
        {slow.length === 0 && <p className="text-sm">No page waits longer than 200 ms.</p>}
        <ul className="text-sm">
          {slow.map((each) => (
            <li key={each.route}>
              {each.route}: {whole(each.ms)} ms, asked for {each.count} times
            </li>
          ))}
        </ul>
      </Box>
      <Box title="What broke">
        {errors.length === 0 && <p className="text-sm">Nothing since the server began.</p>}
        <ul className="text-sm">
          {errors.map((each) => (
            <li key={`${each.at}${each.where}`}>
              {dayAndTime(each.at, time_zone)} {each.where}: {each.kind}
            </li>
          ))}
        </ul>
      </Box>
    </>
  );
}
