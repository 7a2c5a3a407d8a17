/** Put a text into the clipboard; whether it went in. An address on a workshop's network has no clipboard of the newer kind. */
export async function copyText(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text);
    return true;
  } catch {
    return copiedFromField(text);
  }
}

function copiedFromField(text: string): boolean {
  const field = document.createElement("textarea");
  field.value = text;
  field.className = "sr-only";
  document.body.append(field);
  field.select();
  const done = document.execCommand("copy");
  field.remove();
  return done;
}
