import { LoadForm, LoadSetsDialog } from "../../features/loads/loadDialogs";
import { lazyDialog, lazyPage } from "../../ui/lazyPage";

/** Dialogs of the top bar, fetched when they are first opened. */
export const CommentsDialog = lazyDialog("the comments", async () => (await import("./CommentsDialog")).CommentsDialog);
export const HelpDialog = lazyDialog("the shortcuts", async () => (await import("./HelpDialog")).HelpDialog);
export const HistoryDialog = lazyDialog("the history", async () => (await import("./HistoryDialog")).HistoryDialog);
export const NotesDialog = lazyDialog("the notes", async () => (await import("./NotesDialog")).NotesDialog);

export const JobDialog = lazyDialog("the job", async () => (await import("../../features/jobs/JobDialog")).JobDialog);

/** Beside the page, once a figure is asked how it came about. */
export const WorkingPanel = lazyPage("the working", async () => (await import("./WorkingPanel")).WorkingPanel);

export const TrialBehind = lazyPage(
  "",
  async () => (await import("./TrialBehind")).TrialBehind,
  () => null,
);

export const DIALOGS = [
  WorkingPanel,
  CommentsDialog,
  HelpDialog,
  HistoryDialog,
  JobDialog,
  NotesDialog,
  LoadForm,
  LoadSetsDialog,
];
