import type { DemoCamper } from './camp.ts';

/** The rest of the roster: nobody of them is filmed yet. */
export const MORE_CAMPERS: readonly DemoCamper[] = [
  { bib: 1, name: 'Alba Carrowmere', born: '2018-01-01', hand: 'R', heightCentimetres: 126, guardian: 'Aune Carrowmere', consent: true, sore: false },
  { bib: 2, name: 'Bram Drostan', born: '2017-06-08', hand: 'R', heightCentimetres: 131, guardian: 'Bertil Drostan', consent: true, sore: false, together: 'Drostan' },
  { bib: 3, name: 'Cleo Ellenby', born: '2016-11-15', hand: 'R', heightCentimetres: 136, guardian: 'Corin Ellenby', consent: true, sore: false },
  { bib: 5, name: 'Dunja Fenwright', born: '2015-04-22', hand: 'R', heightCentimetres: 142, guardian: 'Dagny Fenwright', consent: true, sore: false },
  { bib: 6, name: 'Eskil Gallowhide', born: '2014-09-02', hand: 'L', heightCentimetres: 147, guardian: 'Emeric Gallowhide', consent: true, sore: false },
  { bib: 7, name: 'Flora Hollinrake', born: '2013-02-09', hand: 'R', heightCentimetres: 157, guardian: 'Frida Hollinrake', consent: true, sore: false },
  { bib: 8, name: 'Gus Inskip-Vane', born: '2012-07-16', hand: 'R', heightCentimetres: 154, guardian: 'Aune Inskip-Vane', consent: true, sore: false },
  { bib: 10, name: 'Hedda Jarnegan', born: '2011-12-23', hand: 'R', heightCentimetres: 165, guardian: 'Bertil Jarnegan', consent: true, sore: false },
  { bib: 11, name: 'Ilan Kestelby', born: '2010-05-03', hand: 'R', heightCentimetres: 172, guardian: 'Corin Kestelby', consent: true, sore: false },
  { bib: 12, name: 'Juno Lowmoor', born: '2009-10-10', hand: 'R', heightCentimetres: 176, guardian: 'Dagny Lowmoor', consent: true, sore: false },
  { bib: 13, name: 'Kasimir Merriweld', born: '2018-03-17', hand: 'L', heightCentimetres: 124, guardian: 'Emeric Merriweld', consent: true, sore: false },
  { bib: 15, name: 'Lotte Nethercott', born: '2017-08-24', hand: 'R', heightCentimetres: 124, guardian: 'Frida Nethercott', consent: true, sore: false },
  { bib: 17, name: 'Milo Oxenholt', born: '2016-01-04', hand: 'R', heightCentimetres: 140, guardian: 'Aune Oxenholt', consent: true, sore: false },
  { bib: 18, name: 'Nadja Pellworth', born: '2015-06-11', hand: 'R', heightCentimetres: 150, guardian: 'Bertil Pellworth', consent: true, sore: false },
  { bib: 20, name: 'Orrin Quarrendon', born: '2014-11-18', hand: 'R', heightCentimetres: 143, guardian: 'Corin Quarrendon', consent: true, sore: false },
  { bib: 21, name: 'Pia Ravelstone', born: '2013-04-25', hand: 'R', heightCentimetres: 156, guardian: 'Dagny Ravelstone', consent: true, sore: false },
  { bib: 23, name: 'Quill Saltmarch', born: '2012-09-05', hand: 'L', heightCentimetres: 160, guardian: 'Emeric Saltmarch', consent: true, sore: false },
  { bib: 24, name: 'Runa Tarnaby', born: '2011-02-12', hand: 'R', heightCentimetres: 175, guardian: 'Frida Tarnaby', consent: true, sore: false },
  { bib: 25, name: 'Silas Umberleigh', born: '2010-07-19', hand: 'R', heightCentimetres: 172, guardian: 'Aune Umberleigh', consent: true, sore: false },
  { bib: 26, name: 'Thea Vossgaard', born: '2009-12-26', hand: 'R', heightCentimetres: 176, guardian: 'Bertil Vossgaard', consent: true, sore: false },
  { bib: 28, name: 'Ulf Wexcombe', born: '2018-05-06', hand: 'R', heightCentimetres: 133, guardian: 'Corin Wexcombe', consent: true, sore: false },
  { bib: 29, name: 'Vida Yarrowdale', born: '2017-10-13', hand: 'R', heightCentimetres: 124, guardian: 'Dagny Yarrowdale', consent: true, sore: false },
  { bib: 30, name: 'Wim Zuiderlund', born: '2016-03-20', hand: 'L', heightCentimetres: 144, guardian: 'Emeric Zuiderlund', consent: true, sore: false },
  { bib: 32, name: 'Xenia Ashgrove-Lie', born: '2015-08-27', hand: 'R', heightCentimetres: 138, guardian: 'Frida Ashgrove-Lie', consent: true, sore: false },
  { bib: 34, name: 'Yorick Brackenfield', born: '2014-01-07', hand: 'R', heightCentimetres: 149, guardian: 'Aune Brackenfield', consent: true, sore: false },
  { bib: 35, name: 'Zelda Coldharrow', born: '2013-06-14', hand: 'R', heightCentimetres: 155, guardian: 'Bertil Coldharrow', consent: true, sore: false },
  { bib: 36, name: 'Arvo Drostan', born: '2012-11-21', hand: 'R', heightCentimetres: 157, guardian: 'Corin Drostan', consent: true, sore: false, together: 'Drostan' },
  { bib: 37, name: 'Birk Eastermain', born: '2011-04-01', hand: 'R', heightCentimetres: 174, guardian: 'Dagny Eastermain', consent: true, sore: false },
];

/** Campers of the second camp only. */
export const SECOND_CAMPERS: readonly DemoCamper[] = [
  { bib: 201, name: 'Ada Wrensmuir', born: '2015-01-10', hand: 'R', heightCentimetres: 138, guardian: 'Parent Wrensmuir', consent: true, sore: false },
  { bib: 202, name: 'Bodil Farrowgate', born: '2014-02-11', hand: 'L', heightCentimetres: 146, guardian: 'Parent Farrowgate', consent: true, sore: false },
  { bib: 203, name: 'Caspar Thornleigh', born: '2013-03-12', hand: 'R', heightCentimetres: 153, guardian: 'Parent Thornleigh', consent: true, sore: false },
  { bib: 204, name: 'Dilys Marshgreen', born: '2012-04-13', hand: 'R', heightCentimetres: 160, guardian: 'Parent Marshgreen', consent: true, sore: false },
  { bib: 205, name: 'Evert Stonebridge', born: '2011-05-14', hand: 'R', heightCentimetres: 170, guardian: 'Parent Stonebridge', consent: true, sore: false },
  { bib: 206, name: 'Ffion Larkhollow', born: '2010-06-15', hand: 'L', heightCentimetres: 168, guardian: 'Parent Larkhollow', consent: true, sore: false },
  { bib: 207, name: 'Gideon Ashwater', born: '2009-07-16', hand: 'R', heightCentimetres: 180, guardian: 'Parent Ashwater', consent: true, sore: false },
  { bib: 208, name: 'Hollis Penrowan', born: '2016-08-17', hand: 'R', heightCentimetres: 135, guardian: 'Parent Penrowan', consent: true, sore: false },
];
