import type { Called } from './triples'

/** Conditions as designers write them, with lines that call for each and lines near it that do not. Used for learning. */
export const looked: readonly Called[] = [
  {
    when: 'someone asks about opening hours',
    by: ['When do you open on Saturdays?', 'Are you open on bank holidays?', 'what time do you shut', 'How late can I come in the evening?', 'Is the shop closed on Monday?', 'until when are you there today', 'do you have longer hours in summer'],
    not: ['How do I open the lid?', 'Can I open a window in my room?', 'How much is an hour of coaching?', 'The door will not close.', 'What do you sell?', 'I opened a ticket last week, number 44.'],
  },
  {
    when: 'the visitor complains about something',
    by: ['This is the third time you sent the wrong size.', 'I have been waiting on the phone for forty minutes!', 'The soup was cold and nobody cared.', 'I am really disappointed with the course.', 'Your delivery man just threw my parcel over the fence', 'the whole thing is a joke, nothing works', 'I want to make a complaint'],
    not: ['What sizes do you have?', 'Thank you, that was very helpful.', 'Is the soup vegetarian?', 'How long does delivery take?', 'Can I come a bit later?', 'I would like to book for two.'],
  },
  {
    when: 'someone asks about coming with a wheelchair',
    by: ['I use a wheelchair. How do I get into the water?', 'Is there a ramp at the entrance?', 'Is the building step-free?', 'My mother cannot climb stairs, is there a lift?', 'do you have disabled toilets', 'Are the rooms accessible?'],
    not: ['Can I bring my bike?', 'Where can I leave my pram?', 'Do you sell chairs?', 'Is there a lift pass for skiing?', 'Which wheel size fits my bike?', 'How do I get there by bus?'],
  },
  {
    when: 'someone wants their money back',
    by: ['Can I get a refund?', 'It broke after a day, I expect to be reimbursed.', 'How do I return this and get paid back?', 'you charged me twice, give me back the 20 pounds', 'I cancelled yesterday, when will the deposit be returned?', 'I would like a refund for my ticket'],
    not: ['How much is a ticket?', 'Where do I pay?', 'I will be back on Monday.', 'Do you take cash?', 'Can I pay in two instalments?', 'Is there a student discount?'],
  },
  {
    when: 'they lost something',
    by: ['I left my umbrella on the bus yesterday', 'my ring has gone missing', 'Has anyone handed in a black wallet?', 'Do you have a lost property office?', "I can't find my phone, I think it's still in your changing room", 'My daughter forgot her jacket at the pool'],
    not: ['I am lost, how do I get to you?', 'How do I lose weight?', 'We lost the match.', 'Can I leave my bags with you?', 'What should I not forget to bring?', 'How do I find the entrance?'],
  },
  {
    when: 'asked how to get here',
    by: ['Which bus goes to you?', 'Where can I park?', 'Is there a station nearby?', 'How far is it from the airport?', 'what is your address', 'Can I walk there from the town centre?', 'Could you send me directions?'],
    not: ['How do I get a discount?', 'Where is my order?', 'Do you repair buses?', 'How do I get my certificate?', 'Can I walk my dog in the garden?', 'When does it start?'],
  },
  {
    when: 'someone asks about prices or fees',
    by: ['How much is a day pass?', 'What does the beginner course cost?', 'is it free for kids', 'Do I have to pay extra for towels?', 'What would it be for four of us?', 'Is it expensive?'],
    not: ['How much water does it need?', 'How many people can come?', 'Did I win the prize?', 'When is the next course?', 'How long is the pool?', 'Where do I collect the towels?'],
  },
  {
    when: 'the visitor wants to cancel a booking',
    by: ['I need to cancel my appointment tomorrow', 'We cannot make it on Friday after all', 'Please take my name off the list for Sunday', 'how do i cancel', "Something came up and I won't be able to come to the class", 'I no longer need the room I reserved'],
    not: ['I want to book a room', 'Was the concert cancelled?', 'Can I bring a friend to my appointment?', 'What time is my appointment?', 'Do you cancel when it rains?', 'How many rooms do you have?'],
  },
  {
    when: 'someone asks about allergies or ingredients',
    by: ['Is there any nut in the cake?', 'What is in the sauce?', 'I am coeliac, what can I eat?', 'Does the soup contain milk?', 'do you have anything gluten free', 'My son reacts badly to sesame. Is your bread safe?'],
    not: ['How much is the cake?', 'Can I order a cake for Saturday?', 'What time is lunch?', 'Is there parking?', 'Do you deliver milk?', 'Where is the bread section?'],
  },
  {
    when: 'they ask for a discount',
    by: ['Is it cheaper for students?', 'Do pensioners pay less?', 'any offers on at the moment?', 'If I buy ten, do I get a better price?', 'I have a voucher code, where do I put it?', 'Do you do group rates?'],
    not: ['How much is it?', 'Are students allowed in?', 'Do you have a group for pensioners?', 'I would like to buy ten.', 'What is the code for the door?', 'When is the sale of plants?'],
  },
  {
    when: 'the visitor is angry',
    by: ['I am sick of this!!', 'What kind of idiots run this place?', 'This is outrageous, I want an answer now', 'You people are useless', 'I am furious about how I was treated', 'How dare you charge me for that'],
    not: ['I feel sick, can I cancel?', 'That was lovely, thanks.', 'What kind of bread do you have?', 'Is this place open?', 'How do I register?', 'Who runs the choir?'],
  },
  {
    when: 'someone wants to speak to a human',
    by: ['Can I speak to a person please?', 'Put me through to someone real', 'is there a phone number I can ring', 'I would rather talk to a member of staff', 'agent please', 'Can somebody call me back?'],
    not: ['Can a person of 70 join?', 'How many people can come?', 'Is it suitable for real beginners?', 'Do you sell phones?', 'Does the staff speak French?', 'Can I talk during the film?'],
  },
  {
    when: 'they want to change the date of a reservation',
    by: ['Can we move our booking to the 14th?', 'I booked for Monday but Tuesday suits me better', 'Is it possible to reschedule?', 'I need to postpone my lesson by a week', 'could you shift our table from 7 to 8', 'Can I come on another day instead?'],
    not: ['What date is the fair?', 'Can I reserve a table?', 'How do I move the table?', 'What is today’s date?', 'I want to cancel altogether.', 'Do you have a changing room?'],
  },
  {
    when: 'someone asks about jobs',
    by: ['Are you hiring?', 'Do you have any vacancies for drivers?', 'I would love to work with you, whom do I write to?', 'Can I do an internship in summer?', 'where do I send my CV', 'Do you need volunteers at weekends?'],
    not: ['Does the heating work?', 'Good job, thanks!', 'How does the pump work?', 'Do you hire out bikes?', 'My husband works on Sundays, can we come later?', 'Is the driver included?'],
  },
  {
    when: 'the question is about dogs',
    by: ['Can I bring my puppy?', 'Are pets allowed on the terrace?', 'Does my labrador need a lead?', 'We have a small terrier, is that a problem?', 'is there a dog park nearby'],
    not: ['Do you sell hot dogs?', 'Can my son come along?', 'Are bikes allowed?', 'Can I bring my own food?', 'Is there a cat show?', 'We have a small boat, is that a problem?'],
  },
  {
    when: 'someone reports that something is broken',
    by: ['The shower in room 12 does not work', 'my screen stays black since this morning', 'There is water leaking under the sink', 'One of the wheels came off', 'the app crashes when I log in', 'The ticket machine swallowed my card'],
    not: ['How do I take a shower?', 'What wheels do you sell?', 'Can I log in with my phone?', 'Where is the ticket machine?', 'Do you have black screens?', 'Is breakfast included?'],
  },
  {
    when: 'they ask about their personal data',
    by: ['What do you store about me?', 'Please delete my account and everything you know of me', 'Do you pass my e-mail on to others?', 'Who can see my messages?', 'How long do you keep my records?', 'Is this chat private?'],
    not: ['Is there a private room?', 'How do I store the cheese?', 'Do you keep bees?', 'What is your e-mail?', 'I would like to open an account.', 'Who can join?'],
  },
  {
    when: 'someone is about to leave or says goodbye',
    by: ['Bye for now', 'thanks, that was all', 'See you next week!', 'I have to go, cheers', 'Goodbye'],
    not: ['When does the bus leave?', 'Can I leave my bike here?', 'Hello', 'Is that all you have?', 'See, this is what I mean: it does not fit.', 'What is a good buy?'],
  },
  {
    when: 'the visitor mentions a deadline',
    by: ['I need it by Friday noon at the latest', 'The form must be in by the end of the month', 'How long do I still have to hand it in?', 'Is it too late to apply?', 'When is the last day for submissions?'],
    not: ['What time is it?', 'Is it a long walk?', 'How many forms are there?', 'Can I apply the paint with a brush?', 'Do you work on Fridays?'],
  },
  {
    when: 'someone asks for medical advice',
    by: ['What pills should I take for an ear infection?', 'Is swimming good for my back pain?', 'My child has a fever, what can I give him?', 'Should I stop taking my blood pressure tablets?', 'Do you think this rash is serious?', 'how do I treat a burn'],
    not: ['How much is swimming?', 'Where is the first aid room?', 'Can children swim alone?', 'I feel great today', 'How do I treat the wood?', 'Do you think it will rain?'],
  },
  {
    when: 'someone asks for legal advice',
    by: ['Can I sue my landlord?', 'Is my contract valid without a signature?', 'Do I have to pay the fine or can I fight it in court?', 'What are my rights if they fire me?', 'Would I win against the insurance?'],
    not: ['Can I sign up here?', 'Is the ticket valid tomorrow?', 'How do I win points?', 'Do I turn right at the church?', 'Do you have insurance for boats?'],
  },
  {
    when: 'someone asks about the weather',
    by: ['Will it rain tomorrow?', 'How warm is it at the lake in May?', 'is it going to be stormy', 'What is the forecast for the weekend?', 'Do you still run when it snows?'],
    not: ['Whether I come depends on the price.', 'Is there a warm room?', 'What is on at the weekend?', 'How deep is the lake?', 'Do you sell raincoats?'],
  },
  {
    when: 'the visitor asks about politics',
    by: ['Whom should I vote for?', 'What do you think of the prime minister?', 'Is the new tax law fair?', 'Are you left or right?', 'who will win the election'],
    not: ['Do I go left or right?', 'Who won the raffle?', 'Is there a party tonight?', 'Who is the head of the school?', 'Do I pay tax on it?'],
  },
  {
    when: 'they want to order something',
    by: ['I would like two bags of the dark roast', 'Can I buy a gift card?', 'please send me the blue one in size 40', 'How can I place an order?', 'One large pizza for tonight please'],
    not: ['Where is my parcel?', 'Are the books in alphabetical order?', 'I want my money back', 'What is dark roast?', 'The lift is out of order'],
  },
  {
    when: 'someone asks where their delivery is',
    by: ['Where is my parcel?', 'My order has not arrived yet', 'It was meant to come on Tuesday and still nothing', 'can I track my package', 'When will you ship my order?'],
    not: ['Where are you?', 'Do you deliver to Norway?', 'I want to order a book', 'Which track is it on?', 'Is delivery free?'],
  },
  {
    when: 'someone is confused or does not understand',
    by: ['What do you mean by that?', "I don't get it", 'Sorry, that makes no sense to me', 'can you explain that again in simple words', 'huh?'],
    not: ['What does it mean for the environment?', 'Do I get a receipt?', 'Can you explain the prices?', 'I understand, thank you.', 'Where do I get it?'],
  },
  {
    when: 'the visitor asks about children',
    by: ['Is there anything for a four-year-old?', 'Do you have a playground?', 'Can my daughter join the class?', 'what about kids under 12', 'Is it suitable for toddlers?'],
    not: ['How old is the castle?', 'Is there a class for beginners?', 'Can my husband join?', 'Who plays tonight?', 'What about people over 60?'],
  },
  {
    when: 'a customer asks about paying by card',
    by: ['Do you take Visa?', 'Can I pay contactless?', 'is it cash only', 'Do you accept credit cards?', 'Can I use my phone to pay?'],
    not: ['Do you sell birthday cards?', 'I lost my membership card', 'How much do I pay?', 'Can I use my phone in the library?', 'Do you accept donations of books?'],
  },
  {
    when: 'someone asks who is in charge',
    by: ['Who is the boss here?', 'Who runs the club?', 'What is the name of the manager?', 'To whom do I address a letter of complaint?', 'who is responsible for the garden'],
    not: ['Is there a charge for that?', 'How do I charge the battery?', 'Who painted this?', 'What is the name of the street?', 'Is the garden open?'],
  },
  {
    when: 'the visitor asks about the age limit',
    by: ['How old do you have to be?', 'Can a 15-year-old come alone?', 'From what age can children go in the sauna?', 'am I too old for this', 'Is it for adults only?'],
    not: ['How old is the building?', 'What is the speed limit?', 'Is it for sale?', 'Am I too late?', 'From what day is it open?'],
  },
  {
    when: 'someone asks about the kiln',
    by: ['How hot does the kiln get?', 'When is the next firing?', 'can I put my bowl in the kiln today', 'Who switches the kiln on?', 'Is the kiln electric?'],
    not: ['How hot is the soup?', 'Can I put my bag in the locker?', 'Where do I wash my hands?', 'Who teaches on Monday?', 'Do you have clay?'],
  },
  {
    when: 'the visitor mentions puffins',
    by: ['When can I see the puffins?', 'are there puffins on the island in May', 'Do puffins bite?', 'We saw a puffin yesterday!'],
    not: ['When can I see the doctor?', 'Are there seals on the island?', 'Do you sell muffins?', 'We saw a film yesterday.'],
  },
  {
    when: 'they ask about bare-root trees',
    by: ['When do I plant bare roots?', 'Are bare-root apples cheaper?', 'how long can a bare root tree stay out of the ground', 'Do you ship bare-root plants in April?'],
    not: ['How tall is the tree?', 'When do you open?', 'Do you sell pots?', 'My feet are bare, can I come in?', 'How do I prune roses?'],
  },
  {
    when: 'asked about the yearly report',
    by: ['Where can I read the annual report?', 'When does the report for this year come out?', 'who writes the yearly report', 'Can I have last year’s report?'],
    not: ['What do you charge per year?', 'I want to report a fault', 'Who writes the songs?', 'When did you open?'],
  },
  {
    when: 'someone says that a machine beeps',
    by: ['My washing machine keeps beeping', 'What does it mean when the machine beeps three times?', 'the dryer makes a beeping sound', 'Why is the coffee machine beeping?'],
    not: ['How much is the machine?', 'My washing machine is white', 'What does it mean to descale?', 'Do you sell coffee?'],
  },
  {
    when: 'the question is about the night shift',
    by: ['Who works nights?', 'What do I get paid for the night shift?', 'Can I swap my night shift with Ana?', 'when does the night shift end'],
    not: ['Good night!', 'What do I get paid for overtime?', 'Where do I change clothes?', 'When is the party tonight?'],
  },
  {
    when: 'it is about the swimming pool',
    by: ['How deep is the pool?', 'is the water heated', 'Can I swim lengths in the morning?', 'Are there lanes for fast swimmers?', 'Do I need a cap in the pool?'],
    not: ['How deep is the hole?', 'Is the room heated?', 'Can I run in the morning?', 'Do you have a pool table?', 'Do I need a coat?'],
  },
  {
    when: 'someone wants to exchange a plant that died',
    by: ['The rose I bought has died, can I have a new one?', 'My tree did not survive the winter. Do you replace it?', 'the lavender is dead after two weeks'],
    not: ['When do roses flower?', 'Do you sell lavender?', 'My grandfather died, can I cancel?', 'How do trees survive the winter?'],
  },
]
