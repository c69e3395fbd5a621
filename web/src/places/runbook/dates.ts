const format = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A moment from the server in this browser's own time. */
export const dayAndTime = (moment: string): string => format.format(new Date(moment));
