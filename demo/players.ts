import { fork, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { join } from "node:path";
import type { RunDraft } from "@/records";
import type { DemoTask, Play } from "./types";

type Answer = { draft: RunDraft } | { trouble: string };
type Player = { process: ChildProcess; ended: Promise<Answer> };

const started = (): Player => {
  const player = fork(join(__dirname, "player.ts"), { execArgv: ["--import", "tsx"] });
  return {
    process: player,
    ended: once(player, "exit").then(() => ({ trouble: "its process has ended" })),
  };
};

const answerOf = ({ process, ended }: Player): Promise<Answer> =>
  Promise.race([once(process, "message").then(([answer]) => answer as Answer), ended]);

/** Plays runs in processes of their own, each one run at a time, so that all cores have work. */
export const players = (folder: string, count: number): { play: Play; letGo(): void } => {
  const all = Array.from({ length: count }, started);
  const idle = [...all];
  const waiting: ((player: Player) => void)[] = [];
  const taken = (): Promise<Player> => {
    const player = idle.pop();
    return player ? Promise.resolve(player) : new Promise((wake) => waiting.push(wake));
  };
  const free = (player: Player): void => {
    const next = waiting.shift();
    if (next) next(player);
    else idle.push(player);
  };
  return {
    play: async (task: DemoTask): Promise<RunDraft> => {
      const player = await taken();
      if (!player.process.connected) throw new Error("its process has ended");
      player.process.send({ folder, task });
      const answer = await answerOf(player);
      free(player);
      if ("trouble" in answer) throw new Error(answer.trouble);
      return answer.draft;
    },
    letGo: () => all.forEach(({ process }) => process.kill()),
  };
};
