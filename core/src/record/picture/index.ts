export {
  type OfferRow,
  packageOf,
  type PackageView,
  type PictureItem,
  restraintPicture,
  type RestraintPicture,
  type RestraintRules,
} from './restraint-picture.js';
