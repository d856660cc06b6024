import type { Called } from './triples'

/** Written before anything was learned and not looked at since: opened by `npm run quality -- --sealed` alone. */
export const sealed: readonly Called[] = [
  {
    when: 'someone asks about renewing their membership',
    by: ['My card runs out in May, what do I do?', 'How do I extend my subscription?', 'does it renew by itself', 'I want to stay a member for another year', 'When do I have to pay for the next year?'],
    not: ['How do I become a member?', 'Do you use renewable energy?', 'What does a day ticket cost?', 'Which members play tonight?', 'How do I extend the table?'],
  },
  {
    when: 'the visitor is ill or feels unwell',
    by: ['I have a terrible headache', "I've caught the flu and cannot come", 'my stomach hurts since lunch', 'I feel dizzy', 'He has been throwing up all night'],
    not: ['Can I sit at the head of the table?', 'Do you have a doctor on board?', 'I feel like dancing', 'What is for lunch?', 'How do I get well-done steak?'],
  },
  {
    when: 'they want to borrow equipment',
    by: ['Can I hire skates from you?', 'Do you lend out tents?', 'I do not have a racket of my own. Could I use one of yours?', 'what does it cost to rent a kayak', 'Is there gear for beginners that I can take home for a week?'],
    not: ['Can I sell my old tent?', 'Where do I buy a racket?', 'Are you hiring lifeguards?', 'How heavy is a kayak?', 'Can I bring my own skates?'],
  },
  {
    when: 'someone asks about parking',
    by: ['Where do I leave my car?', 'Is there a garage nearby?', 'Can I stop in front of the door to unload the van?', 'do I need a permit for my motorbike', 'How much is it to park for the day?'],
    not: ['Is there a playground in the park?', 'Where do I leave my coat?', 'Can I stop my subscription?', 'Which bus stops there?', 'Do you repair cars?'],
  },
  {
    when: 'a visitor praises us',
    by: ['You are the best, really', 'What a wonderful evening that was!', 'I love your bread', 'the new website looks great', 'Everybody was so kind to us'],
    not: ['What is the best time to come?', 'I would love a table at eight', 'Is the new website slow for you as well?', 'Was the evening cancelled?', 'What kind of bread is it?'],
  },
  {
    when: 'someone asks about vegetarian food',
    by: ['Is there anything without meat?', 'I am vegan, what can I have?', 'do you have a veggie burger', 'Which dishes contain no fish?', 'We do not eat animals. Can you still cook for us?'],
    not: ['Which meat do you recommend?', 'Can I bring animals?', 'What is the soup of the day?', 'Do you sell fish?', 'Where do you grow your vegetables?'],
  },
  {
    when: 'the visitor forgot their password',
    by: ["I can't log in any more", 'How do I reset my login?', 'it says my credentials are wrong', 'I do not remember the code for my account', 'Please send me a new password'],
    not: ['I forgot my towel', 'How do I open an account?', 'What is the Wi-Fi called?', 'I remember you from last year', 'Is the code of conduct public?'],
  },
  {
    when: 'someone wants to bring their own food',
    by: ['Can we have a picnic on the lawn?', 'May I eat my own sandwiches inside?', 'is it ok to bring a cake for the party', 'Can we cook for ourselves?', 'We would like to come with our own drinks'],
    not: ['What food do you serve?', 'Can I bring my own bike?', 'Where do you buy your cakes?', 'Can I have the recipe?', 'Is food included?'],
  },
  {
    when: 'someone asks about safety',
    by: ['Is it dangerous?', 'What happens in case of fire?', 'Do I need to wear a helmet?', 'How do you make sure nobody gets hurt?', 'Are there lifeguards?'],
    not: ['Where can I save my file?', 'Is it difficult?', 'Do I need to wear black tie?', 'How do you make the sauce?', 'Is there a fireplace?'],
  },
  {
    when: 'they ask to be called back',
    by: ['Could someone ring me this afternoon?', 'my number is 555 0134, please phone me', 'I would prefer a call', 'When can you telephone me?', 'Please have the manager contact me'],
    not: ['What is this bird called?', 'When can I come back?', 'What is the number of the room?', 'I will pay you back', 'Who is the manager?'],
  },
  {
    when: 'the visitor says that they are new or a beginner',
    by: ['I have never done this before', 'this is my first time on a boat', 'We just moved here', 'I started last week and know nothing yet', 'Total novice here, where do I start?'],
    not: ['When does it start?', 'Is there a new menu?', 'I have been a member for years', 'What is the first boat?', 'Do you have old books?'],
  },
  {
    when: 'someone asks about a certificate',
    by: ['Do I get something in writing at the end of the course?', 'Is the diploma recognised?', 'where can I download my certificate', 'Will I receive proof that I passed?', 'I need confirmation for my employer'],
    not: ['When does the course end?', 'Are you certain?', 'Do you teach writing?', 'How do I pass the gate?', 'I work for a bank'],
  },
  {
    when: 'the line is about noise',
    by: ['The people upstairs were loud all night', 'Is it quiet at your place?', 'when do we have to turn the music down', 'I could not sleep because of the party next door', 'Is the pump very loud?'],
    not: ['Do you teach music?', 'Where can I sleep?', 'Is there a party tonight?', 'Is the pump heavy?', 'Who lives upstairs?'],
  },
  {
    when: 'someone wants to sign up for a course',
    by: ['How do I enrol?', 'Is there a place left in the pottery class on Monday?', 'I would like to register my son for the summer camp', 'can I still join the beginners', 'Put me down for the workshop, please'],
    not: ['How long is the course?', 'Who teaches pottery?', 'I want to leave the class', 'What did you serve as a main course?', 'Where is the register?'],
  },
  {
    when: 'they ask about a guarantee or warranty',
    by: ['What if it breaks within a year?', 'How long is it covered for?', 'my kettle died after three months, do I get a new one', 'Do you repair it for free?', 'Is there a money-back promise?'],
    not: ['How long is the cable?', 'Do you have covered seats?', 'What colours does the kettle come in?', 'Is the guide free?', 'Can you promise good weather?'],
  },
]
