-- sheets parted into plates, a page an ink: all in one PDF, or a PDF for every form
alter table exports drop constraint exports_pass_check;
alter table exports add constraint exports_pass_check
  check (pass in ('all', 'fronts', 'backs', 'forms', 'plates', 'form-plates'));
