import { keepPreviousData, useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNotices, type Offer } from "../parts/notices";
import { api, unwrap, type Act, type AlertSettings, type InkThing, type RuleBody, type ViewBody, type Week } from "./client";

/** How often what depends on the time of day is asked anew, for the pace of the clock. */
export const pace = (rate: number | undefined): number | false => (!rate ? false : rate > 1 ? 1_000 : 15_000);

export const useStatus = () =>
  useQuery({ queryKey: ["status"], queryFn: () => unwrap(api.GET("/status")), refetchInterval: 20_000 });
export const useClock = () =>
  useQuery({
    queryKey: ["clock"],
    queryFn: () => unwrap(api.GET("/clock")),
    refetchInterval: (query) => pace(query.state.data?.rate),
  });
export const useFront = () =>
  useQuery({ queryKey: ["front"], queryFn: () => unwrap(api.GET("/front")), refetchInterval: 60_000 });
export const useHeld = () => useQuery({ queryKey: ["held"], queryFn: () => unwrap(api.GET("/held")), refetchInterval: 30_000 });

export function useDay() {
  const rate = useClock().data?.rate;
  return useQuery({ queryKey: ["day"], queryFn: () => unwrap(api.GET("/day")), refetchInterval: pace(rate) });
}

export const useSheet = (id: number | undefined) =>
  useQuery({
    queryKey: ["message", id],
    queryFn: () => unwrap(api.GET("/messages/{id}", { params: { path: { id: id! } } })),
    enabled: id !== undefined,
  });
export const useRemoteContent = (id: number, enabled: boolean) =>
  useQuery({
    queryKey: ["remote", id],
    queryFn: () => unwrap(api.GET("/messages/{id}/remote", { params: { path: { id } } })),
    enabled,
  });
export const useStarts = (id: number) =>
  useQuery({ queryKey: ["starts", id], queryFn: () => unwrap(api.GET("/messages/{id}/starts", { params: { path: { id } } })) });
export const useRound = (at: string | undefined) =>
  useQuery({
    queryKey: ["round", at],
    queryFn: () => unwrap(api.GET("/rounds", { params: { query: { at: at! } } })),
    enabled: !!at,
  });
export const useRules = () => useQuery({ queryKey: ["rules"], queryFn: () => unwrap(api.GET("/rules")) });
export const useVocabulary = () => useQuery({ queryKey: ["vocabulary"], queryFn: () => unwrap(api.GET("/vocabulary")) });
export const useSources = () => useQuery({ queryKey: ["sources"], queryFn: () => unwrap(api.GET("/sources")) });
export const useZones = () => useQuery({ queryKey: ["zones"], queryFn: () => unwrap(api.GET("/zones")), staleTime: Infinity });

export type Draft = { body: RuleBody; id?: number; place?: number; days: 7 | 30 | 90; message?: number; without?: boolean };

/** A draft tried on mail already here; asked anew as it is written, the last answer standing meanwhile. */
export const useDryRun = (draft: Draft | undefined) =>
  useQuery({
    queryKey: ["dryRun", draft],
    queryFn: ({ signal }) => unwrap(api.POST("/rules/dry-run", { body: draft!, signal })),
    enabled: draft !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 10_000, // a draft a key: none is asked for again
    retry: false,
  });
export const useCompletions = (fact: string, typed: string, enabled: boolean) =>
  useQuery({
    queryKey: ["completions", fact, typed],
    queryFn: () => unwrap(api.GET("/completions", { params: { query: { fact, typed } } })),
    enabled,
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });
export type Step = { act: "move" | "switch" | "delete"; to?: number };
export const foresee = (id: number, step: Step) =>
  unwrap(api.POST("/rules/{id}/preview", { params: { path: { id } }, body: step }));
export const hear = (of: "rule" | "view") => (text: string) => unwrap(api.POST("/language/parse", { body: { text, of } }));
export type Parsed = Awaited<ReturnType<ReturnType<typeof hear>>>;
export const useRuleHistory = (id: number) =>
  useQuery({
    queryKey: ["rules", id, "history"],
    queryFn: () => unwrap(api.GET("/rules/{id}/history", { params: { path: { id } } })),
  });
export const useHistory = () => useQuery({ queryKey: ["history"], queryFn: () => unwrap(api.GET("/history")) });
export const useApplication = (id: number, days: number | undefined) =>
  useQuery({
    queryKey: ["application", id, days],
    queryFn: () => unwrap(api.GET("/rules/{id}/apply", { params: { path: { id }, query: { days } } })),
    placeholderData: keepPreviousData,
  });
export const useProgress = () =>
  useQuery<{ step: number; done: number; of: number } | null>({
    queryKey: ["progress"],
    queryFn: () => null,
    staleTime: Infinity,
  });
export const useStartingRules = () =>
  useQuery({ queryKey: ["startingRules"], queryFn: () => unwrap(api.GET("/starting-rules")), staleTime: Infinity });
export const useStartingRuleAnswered = (key: string, answers: Record<string, unknown>) =>
  useQuery({
    queryKey: ["startingRule", key, answers],
    queryFn: () => unwrap(api.POST("/starting-rules/{key}", { params: { path: { key } }, body: { answers: answers as never } })),
    placeholderData: keepPreviousData,
  });
export const useThings = () => useQuery({ queryKey: ["things"], queryFn: () => unwrap(api.GET("/things")) });
export type RulebookFile = { text: string; way: "add" | "replace"; choices: Record<string, "mine" | "theirs" | "both"> };
export const useRulebookPreview = (file: RulebookFile | undefined) =>
  useQuery({
    queryKey: ["rulebook", file],
    queryFn: () => unwrap(api.POST("/rulebook/preview", { body: file! })),
    enabled: file !== undefined,
    placeholderData: keepPreviousData,
    retry: false,
  });
export const useHeadsDown = () => useQuery({ queryKey: ["headsDown"], queryFn: () => unwrap(api.GET("/heads-down")), gcTime: 0 });
export const useLetThrough = () => useQuery({ queryKey: ["letThrough"], queryFn: () => unwrap(api.GET("/let-through")) });
export const useCalendarAddress = () => useQuery({ queryKey: ["calendar"], queryFn: () => unwrap(api.GET("/calendar")) });
export const useBackTimes = () => useQuery({ queryKey: ["backTimes"], queryFn: () => unwrap(api.GET("/back-times")), gcTime: 0 });
export const useWeek = () => useQuery({ queryKey: ["week"], queryFn: () => unwrap(api.GET("/week")) });
export type Renamed = { kind: "windows" | "rounds"; was: string; name: string };
export const useWeekDryRun = (given: { plan: Week["plan"]; renamed: Renamed[] } | undefined) =>
  useQuery({
    queryKey: ["week", "dryRun", given],
    queryFn: ({ signal }) => unwrap(api.POST("/week/dry-run", { body: given!, signal })),
    enabled: given !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
export const readCalendar = (file: File) =>
  unwrap(
    api.POST("/calendars", {
      body: file as never,
      bodySerializer: (body) => body as never,
      headers: { "content-type": "application/octet-stream" },
    }),
  );
export const readCards = (file: File) =>
  unwrap(
    api.POST("/contact-cards", {
      body: file as never,
      bodySerializer: (body) => body as never,
      headers: { "content-type": "application/octet-stream" },
    }),
  );

export const takeAlerts = () => unwrap(api.POST("/alerts/take"));
export const alertsSeen = (alerts: number[]) => unwrap(api.POST("/alerts/seen", { body: { alerts } }));
export const alertsOpened = (messages: number[]) => unwrap(api.POST("/alerts/opened", { body: { messages } }));
export const useShowingAlerts = () =>
  useQuery({ queryKey: ["showingAlerts"], queryFn: () => unwrap(api.GET("/alerts/showing")), refetchInterval: 30_000 });
export const useJournal = (before: number | undefined) =>
  useQuery({
    queryKey: ["journal", before],
    queryFn: () => unwrap(api.GET("/alerts", { params: { query: { before } } })),
    placeholderData: keepPreviousData,
  });
export const useLoudness = () => useQuery({ queryKey: ["loudness"], queryFn: () => unwrap(api.GET("/alerts/loudness")) });
export const useSounds = () => useQuery({ queryKey: ["sounds"], queryFn: () => unwrap(api.GET("/sounds")) });
export const useInks = () => useQuery({ queryKey: ["inks"], queryFn: () => unwrap(api.GET("/inks")) });
export const useInkDryRun = (thing: InkThing) =>
  useQuery({
    queryKey: ["inkDryRun", thing],
    queryFn: ({ signal }) => unwrap(api.POST("/inks/dry-run", { body: thing, signal })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
export const useWearing = (name: string | undefined) =>
  useQuery({
    queryKey: ["inks", "wearing", name],
    queryFn: () => unwrap(api.GET("/inks/wearing", { params: { query: { name: name! } } })),
    enabled: name !== undefined,
  });

export type Narrowed = { sender?: string; label?: string; month?: string; account?: string };
export const useFind = (text: string, narrowed: Narrowed, offset: number) =>
  useQuery({
    queryKey: ["find", text, narrowed, offset],
    queryFn: ({ signal }) => unwrap(api.GET("/find", { params: { query: { text, ...narrowed, offset } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });

/** What would narrow a search; it follows behind what is found. */
export const useFindFacets = (text: string, narrowed: Narrowed) =>
  useQuery({
    queryKey: ["find", "facets", text, narrowed],
    queryFn: ({ signal }) => unwrap(api.GET("/find/facets", { params: { query: { text, ...narrowed } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });
/** What may be meant by what is being typed. */
export const useFindHints = (text: string) =>
  useQuery({
    queryKey: ["findHints", text],
    queryFn: ({ signal }) => unwrap(api.GET("/find/hints", { params: { query: { text } }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    enabled: text.trim() !== "",
  });

export const VIEW_PAGE = 100; // messages that the server gives at once
export const useViews = () => useQuery({ queryKey: ["views"], queryFn: () => unwrap(api.GET("/views")) });
/** The views without their counts, for what needs only to know them. */
export const useViewNames = () =>
  useQuery({
    queryKey: ["viewNames"],
    queryFn: () => unwrap(api.GET("/views", { params: { query: { badges: false } } })),
  });
export const useViewVocabulary = () =>
  useQuery({ queryKey: ["vocabulary", "views"], queryFn: () => unwrap(api.GET("/views/vocabulary")) });
export const useView = (id: number | undefined) =>
  useQuery({
    queryKey: ["views", id],
    queryFn: () => unwrap(api.GET("/views/{id}", { params: { path: { id: id! } } })),
    enabled: id !== undefined,
  });
/** Pages of a view's messages, those that are looked at; each is asked anew when something changes. */
export const useViewPages = (id: number, group: string | undefined, pages: number[]) =>
  useQueries({
    queries: pages.map((page) => ({
      queryKey: ["views", id, "messages", group, page],
      queryFn: () =>
        unwrap(api.GET("/views/{id}/messages", { params: { path: { id }, query: { offset: page * VIEW_PAGE, group } } })),
      placeholderData: keepPreviousData,
      gcTime: 30_000,
    })),
  });
export const useWhyInView = (id: number | undefined, message: number | undefined) =>
  useQuery({
    queryKey: ["views", id, "why", message],
    queryFn: () => unwrap(api.GET("/views/{id}/why", { params: { path: { id: id! }, query: { message: message! } } })),
    enabled: id !== undefined && message !== undefined,
  });
export const useViewDryRun = (body: ViewBody, id: number | undefined) =>
  useQuery({
    queryKey: ["viewDryRun", body, id],
    queryFn: ({ signal }) => unwrap(api.POST("/views/dry-run", { body: { body, id }, signal })),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });

/**
 * A mutation whose outcome is told in a notice, with undo where there is one.
 * @param inline where it is used shows what went wrong itself
 */
function useActMutation<Given, Result extends { message: string; undo_id?: number | null }>(
  act: (given: Given) => Promise<Result>,
  {
    quiet = false,
    inline = false,
    offer,
  }: { quiet?: boolean; inline?: boolean; offer?: (given: Given) => Offer | undefined } = {},
) {
  const queries = useQueryClient();
  const { tell, fail } = useNotices();
  return useMutation({
    mutationFn: act,
    onSuccess: (done, given) => {
      if (!quiet) tell(done.message, done.undo_id ?? undefined, done.undo_id ? offer?.(given) : undefined);
      return queries.invalidateQueries();
    },
    onError: (problem) => {
      if (!quiet && !inline) fail(problem.message);
    },
  });
}

/** What is gone through: all that a view holds, or all that a search finds. */
export type TidySource = { view: number } | { find: { text: string } & Narrowed };
export type Reach = { before?: string; all_but_newest?: boolean };
export type Tidying = Reach & {
  act?: "clear" | "read" | "unread" | "flag" | "unflag" | "discard" | "recover" | "bring_back";
  until?: string;
  label?: string;
};
/** How much tidying would touch, and the first of it. */
export const useTidyPreview = (source: TidySource, reach: Reach) =>
  useQuery({
    queryKey: ["views", "tidy", source, reach],
    queryFn: () => unwrap(api.POST("/tidy", { body: { ...source, ...reach, preview: true } })),
    placeholderData: keepPreviousData,
  });
export const useTidy = () =>
  useActMutation(
    async (body: TidySource & Tidying) => {
      const { message = "", ...rest } = await unwrap(api.POST("/tidy", { body }));
      return { ...rest, message };
    },
    { inline: true },
  );
export const useDiscarded = () => useQuery({ queryKey: ["views", "discarded"], queryFn: () => unwrap(api.GET("/discarded")) });
export const useKeepHistory = () => useActMutation((keep_days: number) => unwrap(api.PUT("/history", { body: { keep_days } })));
export const useKeepDiscarded = () =>
  useActMutation((keep_days: number | null) => unwrap(api.PUT("/discarded", { body: { keep_days } })));
export const useEmptyDiscarded = () => useActMutation(() => unwrap(api.DELETE("/discarded")));
export const useGoneThrough = () =>
  useActMutation((id: number) => unwrap(api.POST("/views/{id}/gone-through", { params: { path: { id } } })));
export const useMindThread = () =>
  useActMutation(({ id, word }: { id: number; word: "followed" | "muted" | "neither" }) =>
    unwrap(api.PUT("/messages/{id}/thread", { params: { path: { id } }, body: { word } })),
  );
export const useMakeView = () =>
  useActMutation((body: ViewBody) => unwrap(api.POST("/views", { body: { body } })), { inline: true });
export const useChangeView = ({ quiet = false } = {}) =>
  useActMutation(
    ({ id, version, body }: { id: number; version: number; body: ViewBody }) =>
      unwrap(api.PUT("/views/{id}", { params: { path: { id } }, body: { body, version } })),
    { inline: !quiet, quiet },
  );
export const useDeleteView = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/views/{id}", { params: { path: { id } } })));
export const useMoveView = () =>
  useActMutation(({ id, to }: { id: number; to: number }) =>
    unwrap(api.POST("/views/{id}/place", { params: { path: { id } }, body: { to } })),
  );

export const useAlways = () =>
  useActMutation((id: number) => unwrap(api.POST("/messages/{id}/always", { params: { path: { id } } })));

/** Acts on messages; a priority given by hand to one of them may become a rule, if asked. */
export function useAct() {
  const always = useAlways();
  const byHand = ({ act, messages }: { act: Act; messages: number[] }) => {
    const [id, ...others] = messages;
    if (id === undefined || others.length > 0 || (act !== "raise" && act !== "lower")) return undefined;
    return { label: "Always for this sender", act: () => always.mutate(id) };
  };
  return useActMutation(
    (given: { act: Act; messages: number[]; sender?: boolean }) => unwrap(api.POST("/acts", { body: given })),
    {
      offer: byHand,
    },
  );
}
export const useLabelling = () =>
  useActMutation((given: { messages: number[]; add?: string[]; remove?: string[] }) =>
    unwrap(api.POST("/labels", { body: given })),
  );
export const useKeepUntil = () =>
  useActMutation((given: { messages: number[]; until: string }) => unwrap(api.POST("/keeps", { body: given })));
export const useAnswerAlert = () =>
  useActMutation(
    ({ id, answer }: { id: number; answer: "open" | "again" | "done" }) =>
      unwrap(api.POST("/alerts/{id}/answer", { params: { path: { id } }, body: { answer } })),
    { quiet: true },
  );
export const useQuieten = () =>
  useActMutation((id: number) => unwrap(api.POST("/rules/{id}/quieter", { params: { path: { id } } })));
export const useSaveAlertSettings = () =>
  useActMutation((settings: AlertSettings) => unwrap(api.PUT("/alerts/settings", { body: settings })), { quiet: true });
export const useKeepSound = () =>
  useActMutation(
    ({ file, name }: { file: File; name: string }) =>
      unwrap(
        api.POST("/sounds", {
          params: { query: { name } },
          body: file as never,
          bodySerializer: (body) => body as never,
          headers: { "content-type": "application/octet-stream" },
        }),
      ),
    { inline: true },
  );
export const useDeleteSound = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/sounds/{id}", { params: { path: { id } } })));
export const useMarkRead = () =>
  useActMutation((id: number) => unwrap(api.POST("/acts", { body: { act: "read", messages: [id] } })), { quiet: true });
export const useUndo = () => useActMutation((id: number) => unwrap(api.POST("/undo/{id}", { params: { path: { id } } })));
export const useMakeRule = () =>
  useActMutation(({ body, place }: { body: RuleBody; place?: number }) => unwrap(api.POST("/rules", { body: { body, place } })), {
    inline: true,
  });
export const useCopyRule = () =>
  useActMutation((id: number) => unwrap(api.POST("/rules/{id}/copy", { params: { path: { id } } })));
export const useApply = () =>
  useActMutation(
    ({ id, ...body }: { id: number; days?: number; topics?: string[]; messages?: number[] }) =>
      unwrap(api.POST("/rules/{id}/apply", { params: { path: { id } }, body })),
    { inline: true },
  );
export type Kind = "groups" | "labels" | "inks";
export const useSaveThing = () =>
  useActMutation(
    ({ kind, was, thing }: { kind: Kind; was?: string; thing: { name: string } & Record<string, unknown> }) =>
      unwrap(api.PUT("/things/{kind}", { params: { path: { kind } }, body: { was, thing } as never })),
    { inline: true },
  );
export const useDeleteThing = () =>
  useActMutation(({ kind, name }: { kind: Kind; name: string }) =>
    unwrap(api.DELETE("/things/{kind}", { params: { path: { kind }, query: { name } } })),
  );
export const usePutOff = () =>
  useActMutation(
    (given: { messages: number[]; until: string; reason?: string; when_answered?: boolean; conversation?: boolean }) =>
      unwrap(api.POST("/put-off", { body: given })),
  );
export const useMoveToMoment = () =>
  useActMutation((given: { messages: number[]; until: string }) => unwrap(api.POST("/moves", { body: given })));
export const useKeepBackTimes = () =>
  useActMutation((times: { name: string; at: string; days?: number; weekday?: string }[]) =>
    unwrap(api.PUT("/back-times", { body: { times } })),
  );
export const useGoHeadsDown = () =>
  useActMutation((given: { until: string; reason?: string }) => unwrap(api.POST("/heads-down", { body: given })), {
    inline: true,
  });
export const useEndHeadsDown = () => useActMutation(() => unwrap(api.DELETE("/heads-down")));
export const useFollowCalendar = () =>
  useActMutation((path: string | null) => unwrap(api.PUT("/followed-calendar", { body: { path } })), { inline: true });
export const useSaveZone = () =>
  useActMutation((given: { time_zone: string; trips: Week["trips"] }) => unwrap(api.PUT("/zone", { body: given })), {
    inline: true,
  });
export const useSaveLetThrough = () =>
  useActMutation((given: { people: string[]; words: string[] }) => unwrap(api.PUT("/let-through", { body: given })), {
    inline: true,
  });
export const useNewCalendarAddress = () => useActMutation(() => unwrap(api.POST("/calendar")));
export const useSaveWeek = () =>
  useActMutation(
    (given: { plan: Week["plan"]; revision: number; renamed: Renamed[] }) => unwrap(api.PUT("/week", { body: given })),
    {
      inline: true,
    },
  );
export const useBringIn = () =>
  useActMutation((file: RulebookFile) => unwrap(api.POST("/rulebook", { body: file })), { inline: true });
export const useChangeRule = (told: { inline?: boolean } = {}) =>
  useActMutation(
    ({ id, version, body }: { id: number; version: number; body: RuleBody }) =>
      unwrap(api.PUT("/rules/{id}", { params: { path: { id } }, body: { body, version } })),
    told,
  );
export const useDeleteRule = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/rules/{id}", { params: { path: { id } } })));
export const useMoveRule = () =>
  useActMutation(({ id, to }: { id: number; to: number }) =>
    unwrap(api.POST("/rules/{id}/place", { params: { path: { id } }, body: { to } })),
  );
export const useAddSource = () =>
  useActMutation((given: { path: string; account_id?: number }) => unwrap(api.POST("/sources", { body: given })), {
    inline: true,
  });
export const useRemoveSource = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/sources/{id}", { params: { path: { id } } })));
export const useImport = () =>
  useActMutation(({ file, asNew }: { file: File; asNew: boolean }) =>
    unwrap(
      api.POST("/imports", {
        params: { query: { name: file.name.slice(0, 255), as_new: asNew } },
        body: file as never,
        bodySerializer: (body) => body as never,
        headers: { "content-type": "application/octet-stream" },
      }),
    ),
  );

export type SetUpGiven = { name: string; addresses: string[]; organisation: string[]; time_zone: string; batch: boolean };
export const useSetUp = () => useActMutation((given: SetUpGiven) => unwrap(api.POST("/setup", { body: given })), { quiet: true });

export function useSetClock() {
  const queries = useQueryClient();
  const { fail } = useNotices();
  return useMutation({
    mutationFn: (given: { rate?: number; jump?: "arrival" | "round" }) => unwrap(api.PATCH("/clock", { body: given })),
    onSuccess: (clock) => queries.setQueryData(["clock"], clock),
    onError: (problem) => fail(problem.message),
  });
}
