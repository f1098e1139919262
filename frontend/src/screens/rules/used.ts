/** Where the messages stand on which a rule spoke in the days that are counted. */
export const usedMail = ({ name, since }: { name: string; since: string }) =>
  `/find?text=${encodeURIComponent(`a rule that matched it is “${name.replace(/[\\”"]/g, "\\$&")}” and it did not arrive before ${since}`)}`;
