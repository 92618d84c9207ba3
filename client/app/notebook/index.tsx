export { NotebookScreen as default } from '~/features/notebook/NotebookScreen';
