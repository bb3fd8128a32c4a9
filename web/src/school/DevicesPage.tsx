import { useQuery } from "@tanstack/react-query";
import { Box } from "../kit/Box";
import { Drawn } from "../kit/Drawn";
import { Trouble } from "../kit/parts";
import { asks } from "../kit/queries";
import { Abilities } from "./Abilities";

/** This device and what its browser lets the program do; and the way here for another one. */
export function DevicesPage() {
  const address = window.location.origin;
  const server = useQuery(asks.openings()).data;
  const code = useQuery(asks.drawnCode(address));
  return (
    <>
      <Box title="This device">
        <Abilities />
      </Box>
      <Box title="Another device">
        <p className="text-sm">
          Photograph this with a tablet or a phone of the club, or type the address: <strong>{address}</strong>
        </p>
        {code.error && <Trouble error={code.error} />}
        <Drawn svg={code.data?.svg} className="w-44" />
        {window.location.protocol !== "https:" && (
          <p className="text-sm">
            Reached without HTTPS from another device, a browser neither works without a network nor keeps the screen
            awake. The README says how a hall gets it (bin/install), with the internet or without.
          </p>
        )}
        {server?.authority && (
          <p className="text-sm">
            Does the other device warn of the certificate? The hall has its own authority: open{" "}
            <a href="/trust" className="font-semibold underline">
              {address}/trust
            </a>{" "}
            there first.
          </p>
        )}
      </Box>
    </>
  );
}
