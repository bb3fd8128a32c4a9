import { useQuery } from "@tanstack/react-query";
import { asks } from "../kit/queries";

/** What a card takes from the school: the rooms there are, and whether rests are spent moving. */
export function useSchoolOfCards(): { rooms: string[]; activeRest: boolean } {
  const school = useQuery(asks.school());
  const settings = school.data?.settings;
  return {
    rooms: settings?.rooms ?? [],
    activeRest: settings?.rest === "active",
  };
}
