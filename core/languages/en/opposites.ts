/** Words that mean the opposite: what is said of one answers nothing about the other. */
export const OPPOSITE = `
open close
open shut
first last
earliest latest
begin end
start finish
arrive depart
single return
single double
adult child
cheapest dearest
minimum maximum
indoor outdoor
inside outside
original copy
original replica
old new
public private
arrival departure
buy sell
win lose
`
