import { useQuery } from "@tanstack/react-query";
import { api, data } from "../api/client";
import { SCHOOL } from "../school/parts";

/** What a card takes from the school: the rooms there are, and whether rests are spent moving. */
export function useSchoolOfCards(): { rooms: string[]; activeRest: boolean } {
  const school = useQuery({ queryKey: SCHOOL, queryFn: () => data(api.GET("/api/school")), staleTime: 60_000 });
  const settings = school.data?.settings;
  return {
    rooms: (settings?.rooms as unknown as string[] | undefined) ?? [],
    activeRest: String(settings?.rest) === "active",
  };
}
