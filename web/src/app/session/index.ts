export { initialsOf } from './initials';
export { keepPerson, loadPeople, loadSession, PeopleEvents, peopleFeature } from './people.state';
export { SessionDesk } from './session-desk';
export { loadShop, selectJobPolicy, ShopEvents, shopFeature } from './shop.state';
