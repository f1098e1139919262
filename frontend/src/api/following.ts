import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useActMutation } from "./acting";
import { api, bytes, unwrap } from "./client";
import { keys } from "./keys";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type AwaitedRow = Schemas["AwaitedRow"];
export type ByDay = Schemas["ByDay"];
export type Task = Schemas["Task"];
export type TaskGiven = Schemas["TaskGiven"];
export type Today = Schemas["Today"];
export type SaidMoment = Schemas["SaidMoment"];
export type Invitation = Schemas["Invitation"];
export type AppointmentGiven = Schemas["AppointmentGiven"];
export type InvitationAnswer = "accept" | "tentative" | "decline";

export const useAwaited = () => useQuery({ queryKey: keys.awaited, queryFn: () => unwrap(api.GET("/awaited")) });
/** An answer to what was sent is awaited by a day. */
export const useExpect = () =>
  useActMutation(
    ({ message, by }: { message: number; by: ByDay }) =>
      unwrap(api.POST("/messages/{id}/awaited", { params: { path: { id: message } }, body: by })),
    { tells: "inline" },
  );
export const useAwaitLater = () =>
  useActMutation(({ id, by }: { id: number; by: ByDay }) =>
    unwrap(api.PUT("/awaited/{id}", { params: { path: { id } }, body: by })),
  );
export const useAwaitNoLonger = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/awaited/{id}", { params: { path: { id } } })));
export const useAwaitedOnFront = () => useActMutation((on: boolean) => unwrap(api.PUT("/awaited/on-front", { body: { on } })));
/** Begins a message that asks again. */
export const beginNudge = (id: number) => unwrap(api.POST("/awaited/{id}/nudge", { params: { path: { id } } }));

export const useToday = () =>
  useQuery({ queryKey: keys.today, queryFn: () => unwrap(api.GET("/today")), placeholderData: keepPreviousData });
export const useMakeTask = () =>
  useActMutation((body: TaskGiven & { message?: number }) => unwrap(api.POST("/tasks", { body })), { tells: "inline" });
export const useChangeTask = () =>
  useActMutation(
    ({ id, ...body }: TaskGiven & { id: string }) => unwrap(api.PUT("/tasks/{key}", { params: { path: { key: id } }, body })),
    { tells: "inline" },
  );
export type TaskAct = { act: "done" | "undone" | "drop" | "move"; tasks: string[]; on?: string | null };
export const useActOnTasks = () => useActMutation((body: TaskAct) => unwrap(api.POST("/tasks/act", { body })));
export const useAnswerTask = () =>
  useActMutation(
    ({ id, answer }: { id: number; answer: "open" | "again" | "done" }) =>
      unwrap(api.POST("/tasks/{id}/answer", { params: { path: { id } }, body: { answer } })),
    { tells: "nobody" },
  );

export const useMakeAppointment = () =>
  useActMutation((body: AppointmentGiven & { on: string; message?: number }) => unwrap(api.POST("/appointments", { body })), {
    tells: "inline",
  });
export const useDropAppointment = () =>
  useActMutation((id: number) => unwrap(api.DELETE("/appointments/{id}", { params: { path: { id } } })));
export const useBringInCalendar = () => useActMutation((file: File) => unwrap(api.POST("/today.ics", bytes(file))));

export const useInvitation = (message: number) =>
  useQuery({
    queryKey: keys.invitation(message),
    queryFn: () => unwrap(api.GET("/messages/{id}/invitation", { params: { path: { id: message } } })),
  });
export const useAnswerInvitation = () =>
  useActMutation(
    ({ message, ...body }: { message: number; answer: InvitationAnswer; comment?: string }) =>
      unwrap(api.POST("/messages/{id}/invitation", { params: { path: { id: message } }, body })),
    { tells: "inline" },
  );
