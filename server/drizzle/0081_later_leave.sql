-- What put right the leave of a signed pay afterwards says so: it is sealed by itself, as that pay was sealed before it.
UPDATE `leave_entry` SET `reason` = 'By facts that changed since'
WHERE `reason` IS NULL AND `why` = 'reversed' AND `signed_pay_id` IN (SELECT `id` FROM `signed_pay` WHERE `kind` = 'pay');
--> statement-breakpoint
UPDATE `leave_entry` AS `e` SET `reason` = 'By facts that changed since'
WHERE `e`.`reason` IS NULL AND `e`.`why` IN ('granted', 'lapsed') AND `e`.`signed_pay_id` IS NOT NULL
  AND EXISTS (SELECT 1 FROM `leave_entry` `l` WHERE `l`.`person_id` = `e`.`person_id` AND `l`.`signed_pay_id` > `e`.`signed_pay_id` AND `l`.`reason` IS NULL AND `l`.`id` < `e`.`id`);
--> statement-breakpoint
-- What a run that was taken back turned round was sealed with its reversal.
UPDATE `leave_entry` SET `reason` = NULL
WHERE `why` = 'reversed' AND `signed_pay_id` IN (SELECT `id` FROM `signed_pay` WHERE `kind` = 'reversal');
