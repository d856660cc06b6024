import Fastify, { type FastifyInstance } from 'fastify'

/**
 * The harbour office of the made-up ferry line: what is left on a sailing, what a crossing costs, and group crossings
 * booked, looked up and given back, and fares paid back. It describes itself at `/openapi.json` (OpenAPI 3). What is booked lives as long as it runs.
 */
export function buildOffice(): FastifyInstance {
  const office = Fastify()
  const bookings = new Map<string, Booking>()
  office.get('/openapi.json', async (request) => describedAt(`http://${request.headers.host}`))

  office.get<{ Querystring: { island?: string; day?: string } }>('/seats', async ({ query }, reply) => {
    const { island = '', day = '' } = query
    const capacity = SEATS[island]
    if (capacity === undefined) return refuse(reply, 404, `No boat of ours goes to “${island}”.`)
    if (!isDay(day)) return refuse(reply, 400, 'Give the day as YYYY-MM-DD.')
    return timesOn(island, day).map((departs) => ({
      departs,
      boat: boatTo(island),
      seats_left: left(island, day, departs),
    }))
  })

  office.get<{ Querystring: Readonly<Record<string, string | undefined>> }>('/fare', async ({ query }, reply) => {
    const fares = FARES[query.island ?? '']
    if (!fares) return refuse(reply, 404, `No boat of ours goes to “${query.island ?? ''}”.`)
    const [adults, children] = [Number(query.adults ?? 1), Number(query.children ?? 0)]
    if (
      ![adults, children].every((count) => Number.isInteger(count) && count >= 0 && count <= 200) ||
      adults + children === 0
    )
      return refuse(reply, 400, 'Give how many travel as whole numbers up to 200.')
    const way = query.return === 'true' ? 1 : 0
    const pence = adults * fares.adult[way] + children * fares.child[way]
    const off = adults + children >= GROUP_FROM ? GROUP_OFF : 0
    const total = Math.round(pence * (1 - off))
    return {
      island: query.island,
      adults,
      children,
      total: `£${(total / 100).toFixed(2)}`,
      ...(off > 0 ? { group_discount: '15 %' } : {}),
    }
  })

  office.post<{ Body: Partial<Booking> }>('/crossings', async ({ body }, reply) => {
    const { island = '', day = '', people = 0, email = '' } = body ?? {}
    if (SEATS[island] === undefined) return refuse(reply, 404, `No boat of ours goes to “${island}”.`)
    if (!isDay(day)) return refuse(reply, 400, 'Give the day as YYYY-MM-DD.')
    if (!Number.isInteger(people) || people < 1 || people > 200)
      return refuse(reply, 400, 'Give how many people travel.')
    const departs = timesOn(island, day).find((time) => left(island, day, time) >= people)
    if (departs === undefined) return refuse(reply, 409, `On ${day} no boat to ${island} has ${people} seats left.`)
    const number = `BSF-${1001 + bookings.size}`
    bookings.set(number, { island, day, people, email, departs })
    return reply.code(201).send({ number, island, day, departs, people, boat: boatTo(island) })
  })

  office.get<{ Params: { number: string } }>('/crossings/:number', async ({ params: { number } }, reply) => {
    const found = bookings.get(number.toUpperCase())
    return found ? { number: number.toUpperCase(), ...found } : refuse(reply, 404, `There is no crossing ${number}.`)
  })

  office.delete<{ Params: { number: string } }>('/crossings/:number', async ({ params: { number } }, reply) =>
    bookings.delete(number.toUpperCase())
      ? { number: number.toUpperCase(), state: 'cancelled' }
      : refuse(reply, 404, `There is no crossing ${number}.`),
  )

  let refunds = 0
  office.post<{ Body: { ticket?: string; passengers?: number } }>('/refunds', async ({ body }, reply) => {
    const { ticket = '', passengers = 0 } = body ?? {}
    if (ticket.trim() === '') return refuse(reply, 400, 'Give the number of the ticket.')
    if (!Number.isInteger(passengers) || passengers < 1 || passengers > 200)
      return refuse(reply, 400, 'Give for how many passengers.')
    refunds++
    return reply.code(201).send({ receipt: `BSF-R${100 + refunds}`, ticket, passengers })
  })

  /** Seats of a sailing that nobody has booked. */
  const left = (island: string, day: string, departs: string): number =>
    [...bookings.values()]
      .filter((booking) => booking.island === island && booking.day === day && booking.departs === departs)
      .reduce((rest, booking) => rest - booking.people, SEATS[island]!)
  return office
}

interface Booking {
  readonly island: string
  readonly day: string
  readonly people: number
  readonly email: string
  readonly departs: string
}

const ISLANDS = ['Sula Holm', 'Inchmore', 'Little Tarn'] as const
const SEATS: Readonly<Record<string, number>> = { 'Sula Holm': 140, Inchmore: 140, 'Little Tarn': 48 }
/** Single and return in pence. */
const FARES: Readonly<Record<string, Readonly<Record<'adult' | 'child', readonly [number, number]>>>> = {
  'Sula Holm': { adult: [600, 1080], child: [300, 540] },
  Inchmore: { adult: [850, 1530], child: [420, 760] },
  'Little Tarn': { adult: [450, 810], child: [220, 400] },
}
const GROUP_FROM = 10
const GROUP_OFF = 0.15
const boatTo = (island: string): string => (island === 'Little Tarn' ? 'Guillemot' : 'Petrel')
const isDay = (day: string): boolean => /^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day))

/** Departures on weekdays and at the weekend; Little Tarn has none on Sundays. */
function timesOn(island: string, day: string): string[] {
  const weekday = new Date(`${day}T12:00:00Z`).getUTCDay()
  if (island === 'Little Tarn')
    return weekday === 0 ? [] : weekday === 6 ? ['09:15', '12:45', '16:30'] : ['08:15', '12:15', '16:30']
  if (island === 'Inchmore')
    return weekday === 0
      ? ['10:00', '16:00']
      : weekday === 6
        ? ['08:30', '12:45', '17:15']
        : ['07:30', '10:45', '14:00', '17:15']
  return weekday === 0
    ? ['09:00', '11:40', '14:20', '17:00']
    : weekday === 6
      ? ['08:00', '10:40', '13:15', '15:50', '18:30']
      : ['07:00', '09:20', '11:40', '14:00', '16:15', '18:30']
}

const refuse = (
  reply: { code(status: number): { send(body: unknown): unknown } },
  status: number,
  message: string,
): unknown => reply.code(status).send({ message })

const island = {
  type: 'string',
  enum: [...ISLANDS],
  description: 'To which island: Sula Holm, Inchmore or Little Tarn?',
}
const day = { type: 'string', format: 'date', description: 'On which day?' }
const query = (name: string, schema: object, required = true) => ({ name, in: 'query', required, schema })
const answers = (description: string, example: unknown) => ({
  200: { description, content: { 'application/json': { example } } },
})

const describedAt = (url: string) => ({
  openapi: '3.0.3',
  info: {
    title: 'Harbour office',
    version: '1.0.0',
    description: 'Seats, fares and group crossings of a made-up ferry line.',
  },
  servers: [{ url }],
  paths: {
    '/seats': {
      get: {
        operationId: 'seats_left',
        summary: 'Seats left',
        description: 'Tells for a day and an island when boats leave and how many seats each has left.',
        parameters: [query('island', island), query('day', day)],
        responses: answers('The sailings of the day', [{ departs: '09:20', boat: 'Petrel', seats_left: 112 }]),
      },
    },
    '/fare': {
      get: {
        operationId: 'fare_for',
        summary: 'Fare for several',
        description: 'Works out what a crossing costs for adults and children together, group discount included.',
        parameters: [
          query('island', island),
          query('adults', { type: 'integer', description: 'For how many adults?' }),
          query('children', { type: 'integer', description: 'How many children?' }, false),
          query('return', { type: 'boolean', description: 'There and back?' }, false),
        ],
        responses: answers('The fare', { island: 'Inchmore', adults: 4, children: 0, total: '£34.00' }),
      },
    },
    '/crossings': {
      post: {
        operationId: 'book_crossing',
        summary: 'Book a group crossing',
        description: 'Books the first sailing of a day that has room for everybody.',
        requestBody: {
          required: true,
          content: {
            'application/json': {
              schema: {
                type: 'object',
                properties: {
                  island,
                  day,
                  people: { type: 'integer', description: 'How many people will travel?' },
                  email: {
                    type: 'string',
                    format: 'email',
                    description: 'Which e-mail address may the desk write to?',
                  },
                },
                required: ['island', 'day', 'people', 'email'],
              },
            },
          },
        },
        responses: {
          201: {
            description: 'What was booked',
            content: {
              'application/json': {
                example: {
                  number: 'BSF-1001',
                  island: 'Inchmore',
                  day: '2027-03-12',
                  departs: '10:45',
                  people: 12,
                  boat: 'Petrel',
                },
              },
            },
          },
        },
      },
    },
    '/refunds': {
      post: {
        operationId: 'refund_fare',
        summary: 'Pay a fare back',
        description: 'Pays the fare of a ticket back to whoever bought it.',
        requestBody: {
          required: true,
          content: {
            'application/json': {
              schema: {
                type: 'object',
                properties: {
                  ticket: { type: 'string', description: 'What is the number of the ticket?' },
                  passengers: { type: 'integer', description: 'For how many passengers?' },
                },
                required: ['ticket', 'passengers'],
              },
            },
          },
        },
        responses: {
          201: {
            description: 'What is paid back',
            content: { 'application/json': { example: { receipt: 'BSF-R101', ticket: 'T-2207', passengers: 2 } } },
          },
        },
      },
    },
    '/crossings/{number}': {
      get: {
        operationId: 'find_crossing',
        summary: 'Find a booking',
        parameters: [
          {
            name: 'number',
            in: 'path',
            required: true,
            schema: { type: 'string', description: 'What is the number of the booking?' },
          },
        ],
        responses: answers('The booking', {
          number: 'BSF-1001',
          island: 'Inchmore',
          day: '2027-03-12',
          departs: '10:45',
          people: 12,
        }),
      },
      delete: {
        operationId: 'cancel_crossing',
        summary: 'Cancel a booking',
        parameters: [
          {
            name: 'number',
            in: 'path',
            required: true,
            schema: { type: 'string', description: 'What is the number of the booking?' },
          },
        ],
        responses: answers('That it is cancelled', { number: 'BSF-1001', state: 'cancelled' }),
      },
    },
  },
})
