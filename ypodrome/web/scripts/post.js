// How pages send to the server: JSON there and back; what it refuses is thrown with its words.
export async function postJson(url, token, body) {
  const answer = await fetch(url, {
    method: "POST", body: JSON.stringify(body || {}),
    headers: { "Content-Type": "application/json", "X-CSRFToken": token },
  });
  const values = await answer.json().catch(() => ({ error: `the server answered ${answer.status}, which this page does not understand` }));
  if (!answer.ok) throw Object.assign(new Error(values.error || "the server refused"), { refused: true });
  return values;
}
