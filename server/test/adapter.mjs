// An adapter as somebody else would write it: a process of its own that knows nothing of Anklet but docs/formats.
// It stands for a module with two heights and a gallery; asked to fill the front left, that height rises.
const [address, mode = 'well'] = process.argv.slice(2)
const identity = {
  id: 'outside-box',
  kind: 'module',
  name: 'A box on the bench',
  software: '0.3',
  vehicleTypeId: null,
  actions: ['fill', 'stop', 'clearCodes'],
  channels: [
    {
      id: 'height.FL',
      place: 'front left sensor',
      kind: 'height',
      unit: 'mm',
      corner: 'FL',
      least: 50,
      most: 2000,
    },
    {
      id: 'gallery',
      place: 'gallery of the valve block',
      kind: 'pressure',
      unit: 'bar',
      corner: null,
      least: -1,
      most: 40,
    },
  ],
}
const post = async (path, body, token) => {
  const answer = await fetch(`${address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...(token ? { 'x-anklet-token': token } : {}) },
    body: JSON.stringify(body),
  })
  if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`)
  return answer.json()
}
const { token } = await post('/api/adapters', { format: 'anklet-link', formatVersion: 1, identity })
let height = 480
let atS = 0
const tell = (...messages) => post(`/api/adapters/${identity.id}/messages`, { messages }, token)
// One pressure of 700 is what a box that speaks kPa would send.
const frame = () => ({
  kind: 'frame',
  atS: (atS += 0.1),
  values: { 'height.FL': height, gallery: mode === 'kPa' ? 700 : 7 },
})
const beat = setInterval(() => void tell(frame()).catch(() => process.exit(1)), 100)
await tell({
  kind: 'codes',
  codes: [{ number: 'C3121', words: 'Signal of a height sensor', present: false, seen: null }],
})

const stream = await fetch(`${address}/api/adapters/${identity.id}/commands`, {
  headers: { 'x-anklet-token': token },
})
process.stdout.write('attached\n')
let text = ''
for await (const piece of stream.body.pipeThrough(new TextDecoderStream())) {
  text += piece
  for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
    const data = /^data: (.*)$/m.exec(text.slice(0, end))?.[1]
    text = text.slice(end + 2)
    if (!data) continue
    const { commandId, action, corner } = JSON.parse(data)
    // Pulled out in the middle of a test: it never answers again.
    if (mode === 'vanishes') {
      clearInterval(beat)
      process.exit(0)
    }
    const ok = action !== 'fill' || corner === 'FL'
    if (ok && action === 'fill') height += 12
    await tell({ kind: 'done', commandId, ok, reason: ok ? '' : 'No valve there.' })
  }
}
