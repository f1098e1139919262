# frozen_string_literal: true

module UpFront
  module Web
    # What is asked for through the page is asked by somebody who can answer: a change that would turn what was promised is answered by
    # 409 with what turns, and saved where the request says that it is meant (`up-front-meant: yes`).
    class Meant
      HEADER = "HTTP_UP_FRONT_MEANT"

      def initialize(app)
        @app = app
      end

      def call(env) = Desk::Turning.asking(env[HEADER] == "yes") { @app.call(env) }
    end
  end
end
