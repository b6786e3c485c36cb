/** Before the server answers anything: its data folder is taken, or it says who has it and ends. */
export const register = async (): Promise<void> => {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { takeFolder } = await import("./server/takeFolder");
  await takeFolder();
};
