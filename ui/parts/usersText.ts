import type { Used } from "@/records";

type Users = Pick<Used<object>, "users" | "userCount">;

const MOST_NAMES = 3;

/** Names of amplifiers that something of the workshop is used with: "A, B, C and 2 more". Empty where there are none. */
export const usersText = ({ users, userCount }: Users): string => {
  const names = users.slice(0, MOST_NAMES).map(({ name }) => name);
  const more = userCount - names.length;
  if (more > 0) return `${names.join(", ")} and ${more} more`;
  const last = names.pop();
  return names.length === 0 ? (last ?? "") : `${names.join(", ")} and ${last}`;
};

/** The same without one of them. @param exceptId of an amplifier that is measured with it */
export const otherUsersText = ({ users, userCount }: Users, exceptId: string): string =>
  usersText({ users: users.filter(({ id }) => id !== exceptId), userCount: userCount - 1 });
