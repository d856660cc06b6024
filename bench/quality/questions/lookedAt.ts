import { clinic } from './clinic'
import { college } from './college'
import { ferries } from './ferries'
import { handbook } from './handbook'
import { more } from './more'
import { hostel } from './hostel'
import { museum } from './museum'
import { music } from './music'
import { notThere } from './notThere'
import type { Corpus, Question } from './question'
import { service } from './service'
import { shop } from './shop'
import { town } from './town'
import { workshop } from './workshop'

/** All questions that were looked at while the engine was built, by library. */
export const lookedAt: Readonly<Record<Corpus, readonly Question[]>> = {
  ferries: [...ferries, ...more.ferries, ...notThere('ferries')],
  handbook: [...handbook, ...more.handbook, ...notThere('handbook')],
  workshop: [...workshop, ...more.workshop, ...notThere('workshop')],
  college: [...college, ...more.college, ...notThere('college')],
  shop: [...shop, ...more.shop, ...notThere('shop')],
  museum: [...museum, ...more.museum, ...notThere('museum')],
  service: [...service, ...more.service, ...notThere('service')],
  town: [...town, ...more.town, ...notThere('town')],
  clinic: [...clinic, ...notThere('clinic')],
  hostel: [...hostel, ...notThere('hostel')],
  music: [...music, ...notThere('music')],
  cinema: [],
}
