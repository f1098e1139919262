# frozen_string_literal: true

module UpFront
  module Web
    module Pages
      # A task whose moment has come, as an alert that a page shows and sounds beside those of mail.
      module TaskAlert
        BESIDE = 1_000 # below the numbers of alerts, and of those that are only tried

        module_function

        # @param task [Store::Task] @return [Hash]
        def of(task, zone, now)
          message = task.message
          sound = Alert.sound(task.alert, nil) unless Desk::AlertSettings.hushed_by(now, zone)
          {id: -BESIDE - task.id, task: task.id, message_id: task.message_id, level: task.alert, text: task.words, rule: "to do",
           rule_id: nil, sender: message ? message.sender_name : "", subject: message ? message.subject : task.words,
           at: Core::TimeFormat.new(zone, now).moment(task.due_at), sound: sound, desktop: false, calls: 1, became: "", opened: false,
           silenced: false}
        end
      end
    end
  end
end
