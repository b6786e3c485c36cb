/** A function whose answers are remembered for as long as what was asked about is there. */
export const remembered = <Subject extends object, Answer>(
  answer: (subject: Subject) => Answer,
): ((subject: Subject) => Answer) => {
  const known = new WeakMap<Subject, Answer>();
  return (subject) => {
    const found = known.get(subject);
    if (found !== undefined) return found;
    const made = answer(subject);
    known.set(subject, made);
    return made;
  };
};
