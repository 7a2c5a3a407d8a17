import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import type { WhichYear } from "../../api/types";

/** What the trial asks the server; fetched with whatever shows it, and not before. */

/** The short trial at a revision; that of the revision before stays until the new one is there, and says which it is of. */
export const trialQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["trial", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/trial", { params: { path: { option_id: optionId } } })),
  });

/** One of its years by the hour. */
export const trialHoursQuery = (optionId: string, revision: number, which: WhichYear) =>
  queryOptions({
    queryKey: ["trial", "hours", optionId, revision, which],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/trial/hours", {
          params: { path: { option_id: optionId }, query: { which } },
        }),
      ),
  });

/** What would help most. */
export const trialHelpsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["trial", "helps", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/trial/helps", { params: { path: { option_id: optionId } } })),
  });

/** Answers to the questions that are kept, by their ids. */
export const trialQuestionsQuery = (optionId: string, revision: number) =>
  queryOptions({
    queryKey: ["trial", "questions", optionId, revision],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(client.GET("/api/v1/options/{option_id}/trial/questions", { params: { path: { option_id: optionId } } })),
  });

/** One question, answered for the rig as it is. */
export const askTrial = (optionId: string, said: string) =>
  unwrap(
    client.POST("/api/v1/options/{option_id}/trial/questions", {
      params: { path: { option_id: optionId } },
      body: { said },
    }),
  );

/** Have a thousand years worked out beside the web: answered at once with the task. */
export const askLongTrial = (optionId: string) =>
  unwrap(client.POST("/api/v1/options/{option_id}/trial/long", { params: { path: { option_id: optionId } } }));

/** Stop a task. */
export const stopTask = (taskId: string) =>
  unwrap(client.POST("/api/v1/tasks/{task_id}/stop", { params: { path: { task_id: taskId } } }));

/** The smallest array for each of some banks, so that no more than a share of the nights goes dark. */
export const equalRiskQuery = (optionId: string, revision: number, mostDark: number) =>
  queryOptions({
    queryKey: ["trial", "risk", optionId, revision, mostDark],
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        client.GET("/api/v1/options/{option_id}/trial/equal-risk", {
          params: { path: { option_id: optionId }, query: { most_dark: mostDark } },
        }),
      ),
  });
