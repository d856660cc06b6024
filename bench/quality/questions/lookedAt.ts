import { clinic } from './clinic'
import { college } from './college'
import { ferries } from './ferries'
import { handbook } from './handbook'
import { more } from './more'
import { hostel } from './hostel'
import { museum } from './museum'
import { music } from './music'
import type { Corpus, Question } from './question'
import { service } from './service'
import { shop } from './shop'
import { town } from './town'
import { workshop } from './workshop'

/** All questions that were looked at while the engine was built, by library. */
export const lookedAt: Readonly<Record<Corpus, readonly Question[]>> = {
  ferries: [...ferries, ...more.ferries],
  handbook: [...handbook, ...more.handbook],
  workshop: [...workshop, ...more.workshop],
  college: [...college, ...more.college],
  shop: [...shop, ...more.shop],
  museum: [...museum, ...more.museum],
  service: [...service, ...more.service],
  town: [...town, ...more.town],
  clinic,
  hostel,
  music,
  cinema: [],
}
