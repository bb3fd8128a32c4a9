import { useMutation } from "@tanstack/react-query";
import { api, data } from "../../api/client";
import { useSay } from "../../kit/toast";
import { useBookStale } from "../useBookStale";

type Kind = "efforts" | "marks";
const SAID = { efforts: "The session no longer counts.", marks: "The mark no longer counts." };

/** Takes a session or a mark back; for a while it can be had again. */
export function useTakeBack(kind: Kind, student: string, done: () => void) {
  const say = useSay();
  const stale = useBookStale();
  const put = (fact: string, taken_back: boolean, reason: string) => {
    const asked = { params: { path: { id: student, fact } }, body: { taken_back, reason } };
    return kind === "efforts"
      ? data(api.PUT("/api/book/students/{id}/efforts/{fact}", asked))
      : data(api.PUT("/api/book/students/{id}/marks/{fact}", asked));
  };
  return useMutation({
    mutationFn: ({ fact, reason }: { fact: string; reason: string }) => put(fact, true, reason),
    onSuccess: (_, { fact }) => {
      stale();
      done();
      say(SAID[kind], async () => {
        await put(fact, false, "taken back by mistake");
        stale();
      });
    },
  });
}
