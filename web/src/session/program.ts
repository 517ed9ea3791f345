/** What a browser calls itself, in short; nothing is concluded from it. */
export function programWords(program: string): string {
  const names: [RegExp, string][] = [
    [/Edg\//, "Edge"],
    [/OPR\//, "Opera"],
    [/Firefox\//, "Firefox"],
    [/Chrom(e|ium)\//, "Chromium"],
    [/Safari\//, "Safari"],
  ];
  const systems: [RegExp, string][] = [
    [/Windows/, "Windows"],
    [/Android/, "Android"],
    [/iPhone|iPad/, "iOS"],
    [/Mac OS X/, "macOS"],
    [/Linux/, "Linux"],
  ];
  const name = names.find(([pattern]) => pattern.test(program))?.[1];
  const system = systems.find(([pattern]) => pattern.test(program))?.[1];
  if (name === undefined) {
    return program === "" ? "A program that does not say what it is" : (program.split(/[\s/]/)[0] ?? program);
  }
  return system === undefined ? name : `${name} on ${system}`;
}
