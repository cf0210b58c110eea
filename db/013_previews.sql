-- layouts in PPF with previews of the inks, for the keys of a press
alter table exports drop constraint exports_pass_check;
alter table exports add constraint exports_pass_check
  check (pass in ('all', 'fronts', 'backs', 'forms', 'plates', 'form-plates', 'previews'));
